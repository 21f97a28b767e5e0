package app.vineparcel.core;

/** Carries a {@link Problem} out of code that cannot return it. Checked: whoever calls must say what becomes of it. */
public final class ProblemException extends Exception {

    private static final long serialVersionUID = 1L;

    private final transient Problem problem;

    /** Carries the problem. */
    public ProblemException(Problem problem) {
        super(problem.sentence());
        this.problem = problem;
    }

    /** Carries the problem and keeps what lay behind it for the log. */
    public ProblemException(Problem problem, Throwable cause) {
        super(problem.sentence(), cause);
        this.problem = problem;
    }

    /** The problem, as a value. */
    public Problem problem() {
        return problem;
    }
}
