package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

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
        assertThat(flyway("latest").migrate().migrationsExecuted).isPositive();
        Map<String, Object> source = sql.queryForMap("select * from former.source");
        assertThat(source).containsEntry("file_name", "hedge.jpg").containsEntry("focus_x", null);
        assertThat(sql.queryForMap("select * from former.rendition"))
                .containsEntry("path", "press/hedge.jpg")
                .containsEntry("clipped", null);
        sql.execute("drop schema former cascade");
    }
}
