package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.CellState;
import app.vineparcel.core.plan.PlanView;
import app.vineparcel.core.plan.ViewQuery;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Which rows of the plan a request asks for, as addresses have it. Words that mean nothing count for nothing.
 *
 * @param which numbers, ranges and parts of names
 * @param kind of pieces
 * @param state of a cell
 * @param finding a code or a level
 * @param group under which headings
 * @param sort in which order; a minus before it turns it round
 */
record ViewRequest(
        @Nullable String which,
        @Nullable String kind,
        @Nullable String state,
        @Nullable String finding,
        @Nullable String group,
        @Nullable String sort) {

    private static String text(@Nullable String given) {
        return given == null ? "" : given.strip();
    }

    private static <E extends Enum<E>> E named(Class<E> type, String word, E usual) {
        return Arrays.stream(type.getEnumConstants())
                .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(word))
                .findFirst()
                .orElse(usual);
    }

    ViewQuery query() {
        String order = text(sort);
        boolean down = order.startsWith("-");
        Optional<CellState> wanted = Arrays.stream(CellState.values())
                .filter(one -> one.key().equals(text(state)))
                .findFirst();
        return new ViewQuery(
                text(which),
                text(kind),
                wanted,
                text(finding),
                named(ViewQuery.Group.class, text(group), ViewQuery.Group.NONE),
                named(ViewQuery.Sort.class, down ? order.substring(1) : order, ViewQuery.Sort.NUMBER),
                down);
    }

    /** What is seen of a plan. */
    PlanView of(PlanSnapshot plan) throws ProblemException {
        return PlanView.of(plan.grid(), plan.made(), plan.folders(), query());
    }
}
