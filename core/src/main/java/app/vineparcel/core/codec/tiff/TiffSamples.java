package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.Notice;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.raster.Pixels;
import java.util.List;

/**
 * What was in a page.
 *
 * @param pixels as stored
 * @param model what their colour bands stand for
 * @param romm whether they were L*a*b* and are ROMM RGB now, whatever profile the file embeds
 * @param share how much of the picture was there, above 0 to 1
 * @param notices what was found
 */
public record TiffSamples(Pixels pixels, ColourModel model, boolean romm, double share, List<Notice> notices) {}
