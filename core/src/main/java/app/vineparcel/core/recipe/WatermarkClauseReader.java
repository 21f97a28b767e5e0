package app.vineparcel.core.recipe;

import app.vineparcel.core.geometry.Anchor;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** Reads the watermark clause: a picture or a line of text, and how it lies. */
final class WatermarkClauseReader {

    /** A bare file name that a mark or a profile may have. */
    static final Pattern FILE = Pattern.compile("[^/\\\\\\p{Cntrl}]{1,120}");

    private static final int WHITE = 0xffffff;
    private static final int LONGEST_TEXT = 200;

    private final JsonPlace watermark;

    WatermarkClauseReader(JsonPlace watermark) {
        this.watermark = watermark;
    }

    Optional<WatermarkClause> read() {
        if (watermark.isEmpty()) {
            return Optional.empty();
        }
        boolean adapts = watermark.flag("adapts", false);
        List<String> anchors = Arrays.stream(Anchor.values()).map(Anchor::word).toList();
        WatermarkClause clause = new WatermarkClause(
                mark(adapts),
                adapts,
                watermark.positive("opacity", 1).orElse(1),
                watermark.positive("scale", 2).orElse(0.18),
                Anchor.values()[
                        anchors.indexOf(watermark.choice("anchor", anchors).orElse("bottom-right"))],
                watermark.between("inset", 0, 0.5).orElse(0.03),
                watermark.between("rotation", -180, 180).orElse(0),
                watermark.flag("tile", false));
        watermark.refuseOthers();
        return Optional.of(clause);
    }

    private WatermarkClause.Mark mark(boolean adapts) {
        Optional<String> file = file("mark");
        Optional<String> text = watermark.text("text");
        if (file.isPresent() == text.isPresent() && !(watermark.has("mark") && file.isEmpty())) {
            watermark.fault(
                    "",
                    file.isPresent() ? "both a picture and a text" : "neither a picture nor a text",
                    "give either the file of a watermark or a text");
        }
        return text.isPresent() ? text(text.get(), adapts) : file(file.orElse(""), adapts);
    }

    private WatermarkClause.Mark file(String name, boolean adapts) {
        Optional<String> onDark = file("mark-on-dark");
        if (adapts && onDark.isEmpty()) {
            watermark.missing("mark-on-dark", "a watermark that adapts needs the file of its light variant");
        }
        return new WatermarkClause.FileMark(name, onDark);
    }

    private WatermarkClause.Mark text(String text, boolean adapts) {
        if (text.isBlank() || text.length() > LONGEST_TEXT || text.chars().anyMatch(Character::isISOControl)) {
            watermark.fault(
                    "text",
                    text.isBlank() ? "a blank" : text.length() + " characters",
                    "one line of 1 to " + LONGEST_TEXT + " is expected");
        }
        if (adapts && watermark.has("colour")) {
            watermark.fault("colour", "a colour", "a text that adapts chooses its own; leave it out");
        }
        return new WatermarkClause.TextMark(text, watermark.rgb("colour").orElse(WHITE));
    }

    private Optional<String> file(String key) {
        Optional<String> name = watermark.text(key);
        if (name.isPresent() && !FILE.matcher(name.get()).matches()) {
            watermark.fault(key, JsonPlace.quoted(name.get()), "the bare name of a file is expected");
            return Optional.empty();
        }
        return name;
    }
}
