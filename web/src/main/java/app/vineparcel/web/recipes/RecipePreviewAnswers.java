package app.vineparcel.web.recipes;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.measure.look.Visibility;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.core.render.RecipePreview;
import app.vineparcel.web.Words;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What the script of a preview is told of a rendition that was just made for it. */
public final class RecipePreviewAnswers {

    private static final Words WORDS = new Words();

    private RecipePreviewAnswers() {}

    /** Its size, weight and profile, what it was made from, and where parts of it lie. */
    public static Map<String, Object> of(RecipePreview preview, PlannedRendition planned) {
        Map<String, Object> answer = new LinkedHashMap<>();
        answer.put("width", preview.size().width());
        answer.put("height", preview.size().height());
        answer.put("pixels", preview.size().toString());
        answer.put("source", planned.piece().piece().pixels().toString());
        answer.put("bytes", preview.bytes());
        answer.put("weight", WORDS.weight(preview.bytes()));
        answer.put("exactly", WORDS.exactly(preview.bytes()));
        answer.put("written", Sentences.format(preview.format()));
        answer.put("profile", preview.profile());
        answer.put("clipped", WORDS.share(preview.clipped()));
        preview.difference().ifPresent(difference -> answer.putAll(of(difference)));
        answer.put(
                "clear",
                planned.column().recipe().background().transparent()
                        && planned.column().recipe().format().keepsAlpha());
        answer.put("density", planned.column().density());
        Framing framing = preview.framing();
        answer.put(
                "frame",
                box(
                        framing.crop(),
                        planned.piece().piece().size().width(),
                        planned.piece().piece().size().height()));
        answer.put(
                "content",
                List.of(
                        framing.left(),
                        framing.top(),
                        framing.content().width(),
                        framing.content().height()));
        preview.mark().ifPresent(mark -> answer.put("mark", List.of(mark.x(), mark.y(), mark.width(), mark.height())));
        return answer;
    }

    /** Both measures, with their words. */
    public static Map<String, Object> of(RecipePreview.Difference difference) {
        return Map.of(
                "similarity", difference.similarity(),
                "score", WORDS.score(difference.score()),
                "seen", Visibility.of(difference.score()).words(),
                "difference", WORDS.likeness(difference.score()));
    }

    /** As shares of the piece's width and height. */
    private static List<Double> box(Box box, double width, double height) {
        return List.of(box.x() / width, box.y() / height, box.width() / width, box.height() / height);
    }
}
