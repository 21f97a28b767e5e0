package app.vineparcel.core.deliver;

import app.vineparcel.core.FileTooLargeException;
import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileAlreadyExistsException;

/** What went wrong while a file was written to a disk, in words. */
final class WriteProblems {

    private WriteProblems() {}

    static ProblemException of(String path, IOException e) {
        if (e instanceof InterruptedIOException) {
            return passing(path, "Sending was stopped.", "The rest is sent later.", e);
        }
        String said = messages(e);
        if (said.contains("No space left") || said.contains("quota")) {
            return passing(path, "The disk is full.", "Free some space at the destination and render again.", e);
        }
        if (e instanceof AccessDeniedException || said.contains("Read-only") || said.contains("Permission denied")) {
            return passing(
                    path,
                    "There is no permission to write to the destination.",
                    "Give the program permission, or choose another folder.",
                    e);
        }
        if (e instanceof FileAlreadyExistsException || said.contains("Not a directory")) {
            return problem(
                    path,
                    "There is a file where a folder is needed.",
                    "Move the file away or change the folder in the recipe.",
                    e);
        }
        if (e instanceof FileTooLargeException) {
            return problem(path, e.getMessage(), "Make it smaller, choose another format, or raise the limit.", e);
        }
        if (e instanceof java.nio.file.FileSystemException) {
            return passing(
                    path, "The destination cannot be used.", "Check that the folder exists and can be written to.", e);
        }
        String reason = e.getMessage() == null ? "writing it failed." : e.getMessage();
        return problem(path, "The file could not be written: " + reason, "Change the recipe or the destination.", e);
    }

    private static ProblemException problem(String path, String reason, String remedy, IOException cause) {
        return new ProblemException(new Problem.CannotWrite(path, reason, remedy), cause);
    }

    private static ProblemException passing(String path, String reason, String remedy, IOException cause) {
        return new ProblemException(new Problem.CannotWrite(path, reason, remedy, true), cause);
    }

    private static String messages(Throwable e) {
        StringBuilder all = new StringBuilder();
        for (Throwable t = e; t != null; t = t.getCause()) {
            all.append(t.getMessage()).append('\n');
        }
        return all.toString();
    }
}
