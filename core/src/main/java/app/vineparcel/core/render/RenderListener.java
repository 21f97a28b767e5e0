package app.vineparcel.core.render;

import app.vineparcel.core.plan.PlannedRendition;
import java.util.Map;

/** Hears how a run goes. Called from several threads at once. */
public interface RenderListener {

    /** Asked when the turn of a rendition has come; where it says no, that one is left out. */
    default boolean starts(PlannedRendition rendition) {
        return true;
    }

    /** Nothing more happens to this rendition. */
    void finished(PlannedRendition rendition, Outcome outcome);

    /** All renditions of a source are through; that is what each stage took. */
    default void sourceFinished(Map<Stage, StageCost> spent) {}

    /** How many bytes the thread that asks has allocated so far, for those who count; asked often. */
    default long allocated() {
        return 0;
    }
}
