package app.vineparcel.web.plan;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** In which order pieces go into a column's one file, where somebody put them in order. */
@Component
class PageOrders {

    private final JdbcTemplate database;

    PageOrders(JdbcTemplate database) {
        this.database = database;
    }

    /** The ids of pieces, with commas between, by column. */
    Map<String, String> of(long assignmentId) {
        Map<String, String> orders = new HashMap<>();
        database.query(
                "select channel_id, recipe_id, pieces from page_order where assignment_id = ?",
                row -> {
                    orders.put(row.getLong(1) + "." + row.getLong(2), row.getString(3));
                },
                assignmentId);
        return orders;
    }

    /** The same as lists. */
    static Map<String, List<String>> lists(Map<String, String> orders) {
        Map<String, List<String>> lists = new HashMap<>();
        orders.forEach((column, pieces) -> lists.put(column, List.of(pieces.split(","))));
        return lists;
    }

    void put(long assignmentId, SelectedCells.ColumnKey column, @Nullable String pieces) {
        database.update(
                "delete from page_order where assignment_id = ? and channel_id = ? and recipe_id = ?",
                assignmentId,
                column.channelId(),
                column.recipeId());
        if (pieces != null) {
            database.update(
                    "insert into page_order (assignment_id, channel_id, recipe_id, pieces) values (?, ?, ?, ?)",
                    assignmentId,
                    column.channelId(),
                    column.recipeId(),
                    pieces);
        }
    }
}
