package app.vineparcel.web.plan;

/**
 * Words for all that an assignment's plan is made from, each another after every change of its part.
 *
 * @param pieces of sources, pieces and their crops
 * @param around of what every cell depends on: the assignment's name, the day, profiles and watermarks
 * @param rest of recipes, channels, choices, orders and runs
 */
record PlanRevision(String pieces, String around, String rest) {

    boolean samePieces(PlanRevision other) {
        return pieces.equals(other.pieces) && around.equals(other.around);
    }

    boolean sameAround(PlanRevision other) {
        return around.equals(other.around);
    }

    /** All of it in a word. */
    String word() {
        return Integer.toHexString(hashCode());
    }
}
