package app.vineparcel.core.codec.eps;

import java.awt.Shape;
import org.apache.pdfbox.pdmodel.font.PDFont;

/**
 * A letter of a font.
 *
 * @param font what it is of
 * @param code its number in the font
 * @param name what it stands for, so that the text can be read out of the file again
 * @param outline in units of the font's size
 * @param width how far it moves on, in the same units
 */
record Glyph(PDFont font, int code, String name, Shape outline, double width) {}
