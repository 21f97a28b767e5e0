package app.vineparcel.core.render;

import app.vineparcel.core.plan.PlannedRendition;
import java.util.Map;

/** Hears how a run goes. Called from several threads at once. */
public interface RenderListener {

    /** Work on this rendition begins. */
    default void started(PlannedRendition rendition) {}

    /** Nothing more happens to this rendition. */
    void finished(PlannedRendition rendition, Outcome outcome);

    /** All renditions of a source are through; so many nanoseconds went into each stage. */
    default void sourceFinished(Map<Stage, Long> spent) {}
}
