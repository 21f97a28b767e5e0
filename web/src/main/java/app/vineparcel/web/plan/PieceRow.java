package app.vineparcel.web.plan;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the plan page shows of a piece. Public, since only then the expressions of its template are compiled.
 *
 * @param own what its source calls it
 * @param given the name that somebody gave it, if any
 * @param checker whether it may have a clear ground
 * @param pictureKey changes with how it looks
 * @param folder where its source came from
 * @param source a word for its file and how that is taken
 * @param missing whether the file is gone
 * @param wants words of the recipes that its document asks for; empty where it leaves that open
 */
public record PieceRow(
        long id,
        String name,
        String own,
        @Nullable String given,
        String size,
        String kind,
        boolean checker,
        String pictureKey,
        String folder,
        String source,
        boolean missing,
        List<String> wants) {}
