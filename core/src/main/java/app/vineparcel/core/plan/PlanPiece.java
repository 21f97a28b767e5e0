package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.source.SourceInfo;
import java.nio.file.Path;
import java.util.Optional;

/**
 * One thing that can be rendered; so far always a whole picture.
 *
 * @param id whatever the caller knows it by
 * @param file where the source lies
 * @param name what people call the piece
 * @param info what is known of its source
 * @param focus the point that a crop keeps; where it is empty one is suggested from the pixels
 * @param number its place among the chosen pieces, from 1
 */
public record PlanPiece(String id, Path file, String name, SourceInfo info, Optional<FocalPoint> focus, int number) {}
