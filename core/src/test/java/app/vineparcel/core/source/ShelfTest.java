package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ShelfTest {

    @TempDir
    Path folder;

    private static String svg(String size, String inside) {
        return "<svg xmlns='http://www.w3.org/2000/svg' " + size + ">" + inside + "</svg>";
    }

    @Test
    void profiles_are_found_by_word_or_by_name() throws Exception {
        Files.write(
                folder.resolve("House.icc"), BuiltInProfile.DISPLAY_P3.profile().bytes());
        Shelf shelf = new FolderShelf(List.of(folder.resolve("not-there"), folder));
        assertThat(shelf.find("House.icc")).contains(BuiltInProfile.DISPLAY_P3.profile());
        assertThat(shelf.find("srgb")).contains(BuiltInProfile.SRGB.profile());
        assertThat(shelf.find(PressProfile.ID)).contains(PressProfile.coated());
        assertThat(shelf.find("Other.icc")).isEmpty();
        assertThat(Shelf.EMPTY.find("House.icc")).isEmpty();
    }

    @Test
    void a_changed_file_is_read_again_and_a_broken_one_is_none() throws Exception {
        Path file = folder.resolve("House.icc");
        Files.write(file, BuiltInProfile.SRGB.profile().bytes());
        Shelf shelf = new FolderShelf(List.of(folder));
        assertThat(shelf.find("House.icc")).contains(BuiltInProfile.SRGB.profile());
        Files.write(file, BuiltInProfile.ROMM_RGB.profile().bytes());
        Files.setLastModifiedTime(file, FileTime.fromMillis(1_800_000_000_000L));
        assertThat(shelf.find("House.icc")).contains(BuiltInProfile.ROMM_RGB.profile());
        Files.writeString(file, "no profile");
        assertThat(shelf.find("House.icc")).isEmpty();
        Files.delete(file);
        assertThat(shelf.find("House.icc")).isEmpty();
    }

    /** Names come from recipe files, which people pass on: none reaches out of the shelf. */
    @Test
    void names_never_lead_out_of_the_shelf() throws Exception {
        Path inner = Files.createDirectories(folder.resolve("shelf"));
        Files.write(folder.resolve("secret.icc"), BuiltInProfile.SRGB.profile().bytes());
        Files.writeString(folder.resolve("secret.svg"), svg("width='9' height='9'", ""));
        Shelf shelf = new FolderShelf(List.of(inner));
        for (String name : List.of(
                "../secret.icc", "..\\secret.icc", folder.resolve("secret.icc").toString(), ".icc", "a\0.icc")) {
            assertThat(shelf.find(name)).as(name).isEmpty();
        }
        assertThat(shelf.hasMark("../secret.svg")).isFalse();
        assertThatThrownBy(() -> shelf.mark("../secret.svg")).hasMessageContaining("no watermark of that name");
    }

    @Test
    void an_svg_is_drawn_at_the_asked_width_and_turned() throws Exception {
        Files.writeString(
                folder.resolve("bar.svg"),
                svg("width='40' height='10'", "<rect x='0' y='0' width='20' height='10' fill='#00ff00'/>"));
        Mark mark = new FolderShelf(List.of(folder)).mark("bar.svg");
        Pixels level = mark.draw(80, 0);
        assertThat(level.size()).isEqualTo(new PixelSize(80, 20));
        assertThat(rgba(level, 10, 10)).isEqualTo(0x00ff00ff);
        assertThat(rgba(level, 70, 10) & 0xff).isZero();
        Pixels upright = mark.draw(80, 90);
        assertThat(upright.size()).isEqualTo(new PixelSize(20, 80));
        assertThat(rgba(upright, 10, 10)).as("its left end points up").isEqualTo(0x00ff00ff);
        assertThat(rgba(upright, 10, 70) & 0xff).isZero();
    }

    @Test
    void a_picture_is_resampled_and_keeps_its_colours() throws Exception {
        Pixels p3 = Pictures.rgb(60, 30, (x, y) -> x < 30 ? 0x808080 : 0xff0000);
        new PngFormat(24)
                .writer()
                .write(
                        new app.vineparcel.core.codec.Picture(p3, BuiltInProfile.DISPLAY_P3.profile()),
                        FileTags.profiled(72),
                        folder.resolve("mark.png"));
        Pixels drawn = new FolderShelf(List.of(folder)).mark("mark.png").draw(20, 0);
        assertThat(drawn.size()).isEqualTo(new PixelSize(20, 10));
        assertThat(rgba(drawn, 4, 5)).isEqualTo(0x808080ff);
        assertThat(rgba(drawn, 16, 5))
                .as("the red of Display P3 is clipped to sRGB")
                .isEqualTo(0xff0000ff);
    }

    private static int rgba(Pixels pixels, int x, int y) {
        return pixels.sample(x, y, 0) << 24
                | pixels.sample(x, y, 1) << 16
                | pixels.sample(x, y, 2) << 8
                | pixels.sample(x, y, 3);
    }

    @Test
    void what_cannot_be_a_mark_is_refused_in_words() throws Exception {
        Files.writeString(folder.resolve("notes.png"), "not a picture");
        Files.writeString(folder.resolve("flat.svg"), svg("width='0' height='9'", ""));
        Files.writeString(
                folder.resolve("bomb.svg"),
                "<!DOCTYPE svg [<!ENTITY b '" + "c".repeat(900_000) + "'>]>" + svg("width='9' height='9'", "&b;&b;"));
        Files.write(folder.resolve("huge.svg"), (svg("width='9' height='9'", " ".repeat(5_100_000))).getBytes());
        Shelf shelf = new FolderShelf(List.of(folder));
        assertThatThrownBy(() -> shelf.mark("notes.png")).hasMessageContaining("notes.png", "kind that can be read");
        assertThatThrownBy(() -> shelf.mark("flat.svg")).hasMessageContaining("no size that could be drawn");
        assertThatThrownBy(() -> shelf.mark("bomb.svg")).hasMessageContaining("beyond any sensible size");
        assertThatThrownBy(() -> shelf.mark("huge.svg")).hasMessageContaining("up to 5 MB");
        Mark sound = new TextMark("x", 0);
        assertThatThrownBy(() -> sound.draw(1_000_000, 0)).hasMessageContaining("too large to draw");
    }
}
