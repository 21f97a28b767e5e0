package app.vineparcel.cli;

import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Outcome;

/** Tells how it goes. Calls may come from several threads; each tells its rendition in one piece. */
interface Report {

    void unreadable(SourceList.Unreadable source, PlanColumn column);

    /** A piece that is rendered only where it is named. */
    void leftOut(SourceList.LeftOut piece);

    void planned(PlannedRendition rendition);

    void finished(PlannedRendition rendition, Outcome outcome);

    void endOfPlan(Plan plan);

    void endOfRun(int done, int failed);
}
