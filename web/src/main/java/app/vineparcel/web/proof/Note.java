package app.vineparcel.web.proof;

import java.time.Instant;

/**
 * A line of text about a point of a piece.
 *
 * @param x share of the piece's width, 0 to 1
 * @param y share of its height
 * @param settled whether what it says was dealt with
 */
public record Note(long id, double x, double y, String said, boolean settled, String author, Instant writtenAt) {}
