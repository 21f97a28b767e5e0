package app.vineparcel.web.marks;

import java.util.Optional;

/**
 * What is known of a watermark besides its files, which are in the data folder by their names.
 *
 * @param file of the variant for light pictures
 * @param onDark of the one for dark pictures
 */
public record Mark(long id, String title, String file, Optional<String> onDark) {}
