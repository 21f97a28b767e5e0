package app.vineparcel.web.sources;

import app.vineparcel.core.geometry.Box;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/**
 * What lies on a sheet, as it is kept.
 *
 * @param layout {@code row}, {@code column}, {@code grid} or {@code free}
 * @param gap between pieces, CSS px
 * @param margin around them, CSS px
 * @param background {@code #rrggbb}, or {@code transparent}
 * @param items the lowest first
 */
public record SheetBody(
        String layout, double gap, double margin, String background, @JsonProperty("laid") List<Item> items) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** A piece and its place, CSS px. */
    public record Item(long piece, double x, double y, double width, double height) {

        /** Where all of it goes. */
        public Box box() {
            return new Box(x, y, width, height);
        }
    }

    static SheetBody read(@Nullable String json) {
        return json == null || json.isEmpty()
                ? new SheetBody("row", 0, 0, "transparent", List.of())
                : JSON.readValue(json, SheetBody.class);
    }

    String written() {
        return JSON.writeValueAsString(this);
    }

    /** The colour of the canvas. */
    OptionalInt ground() {
        return background.startsWith("#")
                ? OptionalInt.of(Integer.parseInt(background.substring(1), 16))
                : OptionalInt.empty();
    }
}
