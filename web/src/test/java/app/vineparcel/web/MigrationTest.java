package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationVersion;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** A database that a former version filled opens with all that is in it. */
class MigrationTest extends Workbench {

    @Autowired
    private DataSource dataSource;

    private Flyway flyway(String upTo) {
        return Flyway.configure()
                .dataSource(dataSource)
                .schemas("former")
                .target(MigrationVersion.fromVersion(upTo))
                .load();
    }

    @Test
    void the_first_version_becomes_the_present_one_and_keeps_its_rows() {
        flyway("1").migrate();
        JdbcTemplate sql = new JdbcTemplate(dataSource);
        sql.update("insert into former.assignment (name, created_at) values ('Spring', now())");
        sql.update(
                """
                insert into former.source (assignment_id, position, origin, folder, file_name, path, state, changed, has_location)
                values (1, 1, 'FOLDER', 'field-day', 'hedge.jpg', '/srv/hedge.jpg', 'READY', 1, true)""");
        sql.update("insert into former.run (assignment_id, number, state, created_at) values (1, 1, 'DONE', now())");
        sql.update(
                """
                insert into former.rendition (run_id, position, source_id, source_number, channel, channel_folder, recipe_title,
                  recipe_body, path, state, width, height, predicted_bytes)
                values (1, 1, 1, 1, 'Press', 'press', 'Full', '{"recipe": 1}', 'press/hedge.jpg', 'DONE', 9, 9, 9)""");
        flyway("3").migrate();
        for (String ladder : List.of(
                "{\"recipe\": 1, \"size\": {\"densities\": [1, 2]}, \"folder\": \"png\"}",
                "{\"recipe\": 1, \"size\": {\"densities\": [1, 2]}, \"format\": {\"type\": \"svg\"}}",
                "{\"recipe\": 1, \"folder\": \"plain\"}")) {
            sql.update("insert into former.recipe (title, version, body) values ('R', 3, ?)", ladder);
        }
        sql.update(
                "insert into former.channel (name, colour, folder, position, densities) values ('Apps', 'sky', 'apps', 1, 'FOLDER')");
        sql.update(
                "insert into former.channel_recipe (channel_id, recipe_id, position) select 1, id, id - 1 from former.recipe");
        assertThat(flyway("latest").migrate().migrationsExecuted).isPositive();
        Map<String, Object> source = sql.queryForMap("select * from former.source");
        assertThat(source).containsEntry("file_name", "hedge.jpg").containsEntry("focus_x", null);
        assertThat(sql.queryForMap("select * from former.rendition"))
                .containsEntry("path", "press/hedge.jpg")
                .containsEntry("clipped", null);
        assertThat(sql.queryForList("select folder from former.channel_recipe order by recipe_id", String.class))
                .as("densities told apart by folders stay so")
                .containsExactly("png/{scale}", null, null);
        assertThat(sql.queryForList("select number from former.recipe_version", Integer.class))
                .containsExactly(3, 3, 3);
        sql.execute("drop schema former cascade");
    }
}
