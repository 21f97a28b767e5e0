package app.vineparcel.web.printing;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.plan.PrintLayout;
import app.vineparcel.web.Text;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How pieces go on paper, as the page sends it.
 *
 * @param paper {@code A4}, {@code A3}, {@code Letter} or {@code custom}
 * @param width of a custom paper, mm
 * @param height of a custom paper, mm
 * @param lying whether the paper lies
 * @param fit {@code fit}, {@code fill} or {@code actual}
 * @param each how many pieces go on a page
 * @param margin mm
 * @param gap mm
 * @param marks whether crop marks are set
 */
record PrintForm(
        String paper,
        double width,
        double height,
        boolean lying,
        String fit,
        int each,
        double margin,
        double gap,
        @Nullable Boolean marks) {

    /** Where the page starts. */
    static final PrintForm USUAL = new PrintForm("A4", 210, 297, false, "fit", 1, 10, 5, false);

    private static final int MOST_EACH = 64;
    private static final double SMALLEST = 20;
    private static final double LARGEST = 3000;

    /** Whether crop marks are set; a box that is not ticked sends nothing. */
    boolean isMarked() {
        return Boolean.TRUE.equals(marks);
    }

    PrintLayout layout() throws ProblemException {
        Optional<Extent> named = PrintLayout.paper(paper);
        if (named.isEmpty()) {
            boolean sound = width >= SMALLEST && width <= LARGEST && height >= SMALLEST && height <= LARGEST;
            if (!sound) {
                throw wrong(Text.of("printing.paper-is-20-to"));
            }
        }
        Extent upright = named.orElseGet(() -> new Extent(width * PrintLayout.MM, height * PrintLayout.MM));
        Extent sheet = lying ? new Extent(upright.height(), upright.width()) : upright;
        if (each < 1 || each > MOST_EACH) {
            throw wrong(Text.of("printing.a-page-takes-1"));
        }
        int[] grid = PrintLayout.grid(each, sheet);
        try {
            return new PrintLayout(
                    sheet,
                    grid[0],
                    grid[1],
                    PrintLayout.Fit.valueOf(fit.toUpperCase(Locale.ROOT)),
                    margin * PrintLayout.MM,
                    gap * PrintLayout.MM);
        } catch (IllegalArgumentException e) {
            throw wrong(Text.of("printing.margins-and-gaps-leave"));
        }
    }

    private static ProblemException wrong(String reason) {
        return new ProblemException(
                new Problem.BadRequest(Text.of("printing.the-paper"), reason, Text.of("printing.correct-the-numbers")));
    }
}
