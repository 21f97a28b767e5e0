package app.vineparcel.web.proof;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;

/** A line that somebody wrote in a proof: without control characters, not empty, not too long. */
final class Line {

    private static final int LONGEST = 500;
    private static final int LONGEST_NAME = 120;

    private Line() {}

    /**
     * A text.
     *
     * @param remedy the key of what is wanted instead
     */
    static String text(String written, String remedy) throws ProblemException {
        return line(written, LONGEST, remedy);
    }

    /** Who wrote it. */
    static String name(String written) throws ProblemException {
        return line(written, LONGEST_NAME, "proof.give-your-name");
    }

    private static String line(String written, int longest, String remedy) throws ProblemException {
        String line = written.strip().replaceAll("\\p{Cntrl}+", " ");
        if (line.isEmpty() || line.length() > longest) {
            throw refused(line.isEmpty() ? "proof.empty" : "proof.too-long", remedy);
        }
        return line;
    }

    /** What cannot be taken, by the keys of the reason and of what to do. */
    static ProblemException refused(String reason, String remedy) {
        return new ProblemException(new Problem.BadRequest(Text.of("proof.proof"), Text.of(reason), Text.of(remedy)));
    }
}
