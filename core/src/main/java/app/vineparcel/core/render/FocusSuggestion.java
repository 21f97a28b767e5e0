package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.source.OpenedSource;

/** The focal point that is taken where nobody gives one, to be shown before rendering. */
public final class FocusSuggestion {

    private FocusSuggestion() {}

    /**
     * The suggestion for a picture; a thumbnail of it gives nearly the same.
     *
     * @throws ProblemException if its colours cannot be read
     */
    public static FocalPoint of(OpenedSource source) throws ProblemException {
        return new PreparedSource(source, new Conversions(), new StageClock()).suggestedFocus();
    }
}
