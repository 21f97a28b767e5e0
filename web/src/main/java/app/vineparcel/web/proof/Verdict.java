package app.vineparcel.web.proof;

import java.time.Instant;

/**
 * What somebody decided about a file.
 *
 * @param path relative to the delivery folder
 * @param sha256 of the content that was looked at
 * @param passed or sent back
 * @param author who
 * @param said why; may be empty
 */
public record Verdict(String path, String sha256, boolean passed, String author, String said, Instant decidedAt) {}
