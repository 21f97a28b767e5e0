package app.vineparcel.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class RenderCommandTest {

    private record Answer(int status, String out, String err) {
        List<JsonNode> lines() {
            return out.lines().map(line -> JsonMapper.shared().readTree(line)).toList();
        }
    }

    @TempDir
    Path folder;

    private Path recipe;
    private Path pictures;
    private Path into;

    @BeforeEach
    void a_folder_of_pictures_and_a_recipe() throws IOException {
        pictures = Files.createDirectory(folder.resolve("pictures"));
        into = folder.resolve("out");
        for (String name : List.of("pears", "plums")) {
            ImageIO.write(
                    new BufferedImage(300, 200, BufferedImage.TYPE_INT_RGB),
                    "jpg",
                    pictures.resolve(name + ".jpg").toFile());
        }
        recipe = write(
                "shop.recipe.json",
                "{\"recipe\": 1, \"size\": {\"mode\": \"width\", \"px\": 150}, \"name\": \"{date:yyyyMMdd}-{stem}\"}");
    }

    private Path write(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text);
    }

    private static Answer parcel(Object... args) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        CommandLine command = new CommandLine(new RenderCommand(() -> LocalDate.of(2026, 10, 3)));
        command.setOut(new PrintWriter(out)).setErr(new PrintWriter(err));
        int status = command.execute(Stream.of(args).map(Object::toString).toArray(String[]::new));
        return new Answer(status, out.toString(), err.toString());
    }

    @Test
    void renders_a_folder_and_says_so() {
        Answer answer = parcel("--recipe", recipe, "--into", into, pictures);
        assertThat(answer.status()).isZero();
        assertThat(answer.out()).contains("done     20261003-pears.jpg  150 × 100", "2 done, 0 failed");
        assertThat(into.resolve("20261003-plums.jpg")).exists();
    }

    @Test
    void a_plan_makes_nothing() {
        Answer answer = parcel("--recipe", recipe, "--into", into, "--plan", pictures);
        assertThat(answer.status()).isZero();
        assertThat(answer.out()).contains("planned  20261003-pears.jpg  150 × 100", "2 renditions");
        assertThat(into).doesNotExist();
    }

    @Test
    void json_is_one_object_a_line_with_every_key() {
        Answer answer = parcel("--recipe", recipe, "--into", into, "--json", pictures);
        assertThat(answer.lines()).hasSize(2).allSatisfy(line -> {
            assertThat(line.propertyNames())
                    .containsExactly(
                            "source",
                            "piece",
                            "recipe",
                            "path",
                            "status",
                            "width",
                            "height",
                            "bytes",
                            "predicted",
                            "sha256",
                            "millis",
                            "reason",
                            "clipped",
                            "findings");
            assertThat(line.get("status").stringValue()).isEqualTo("done");
            assertThat(line.get("sha256").stringValue()).hasSize(64);
            assertThat(line.get("recipe").stringValue()).isEqualTo("shop");
        });
    }

    @Test
    void a_source_that_fails_gives_status_1_and_stops_nothing() throws IOException {
        write("pictures/notes.jpg", "not a picture");
        Answer answer = parcel("--recipe", recipe, "--into", into, "--json", pictures, folder.resolve("missing.png"));
        assertThat(answer.status()).isEqualTo(1);
        assertThat(answer.lines())
                .extracting(line -> line.get("status").stringValue())
                .containsExactlyInAnyOrder("failed", "failed", "done", "done");
        assertThat(answer.out()).contains("whatever its ending “.jpg” says", "The file is missing.");
    }

    @Test
    void two_recipes_for_one_path_are_a_blocker() throws IOException {
        Path other = write("other.recipe.json", "{\"recipe\": 1, \"name\": \"{date:yyyyMMdd}-{stem}\"}");
        Answer answer = parcel("--recipe", recipe, "--recipe", other, "--into", into, "--plan", pictures);
        assertThat(answer.status()).isEqualTo(1);
        assertThat(answer.out()).contains("blocker: “pears” with “shop” already goes to");
    }

    @Test
    void a_wrong_recipe_is_refused_with_its_places_before_anything_is_made() throws IOException {
        Path wrong = write(
                "wrong.recipe.json",
                "{\"recipe\": 1, \"format\": {\"quality\": 0}, \"folder\": \"../up\", \"colr\": 1}");
        Answer answer = parcel("--recipe", wrong, "--into", into, pictures);
        assertThat(answer.status()).isEqualTo(2);
        assertThat(answer.err()).contains("/format/quality", "/folder", "/colr");
        assertThat(into).doesNotExist();
    }

    @Test
    void a_wrong_call_is_refused_with_its_usage() {
        assertThat(parcel("--into", into, pictures).status()).isEqualTo(2);
        assertThat(parcel("--recipe", recipe, "--into", into, "--threads", "0", pictures)
                        .status())
                .isEqualTo(2);
        assertThat(parcel("--recipe", folder.resolve("none.json"), "--into", into, pictures)
                        .err())
                .contains("cannot be read");
        Answer help = parcel("--help");
        assertThat(help.status()).isZero();
        assertThat(help.out()).contains("--recipe", "--plan", "Exit status");
    }

    @Test
    void never_replaces_a_foreign_file() throws IOException {
        Files.createDirectory(into);
        Files.writeString(into.resolve("20261003-pears.jpg"), "somebody's");
        Answer answer = parcel("--recipe", recipe, "--into", into, pictures);
        assertThat(answer.status()).isEqualTo(1);
        assertThat(answer.out()).contains("did not write", "1 done, 1 failed");
        assertThat(into.resolve("20261003-pears.jpg")).hasContent("somebody's");
    }

    @Test
    void a_destination_that_cannot_be_is_said_in_words() throws IOException {
        Path file = write("occupied", "a file");
        Answer answer = parcel("--recipe", recipe, "--into", file, pictures);
        assertThat(answer.status()).isEqualTo(1);
        assertThat(answer.err())
                .contains("There is a file where a folder is needed")
                .doesNotContain("Exception");
    }

    /** A mark beside the recipe, a profile on a shelf, and a weight that cannot be kept: each where it belongs. */
    @Test
    void marks_and_profiles_are_found_beside_the_recipe_and_on_the_shelf() throws IOException {
        Path shelf = Files.createDirectories(folder.resolve("shelf"));
        Files.write(
                shelf.resolve("House.icc"),
                app.vineparcel.core.colour.BuiltInProfile.DISPLAY_P3.profile().bytes());
        Files.writeString(
                folder.resolve("leaf.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><path d='M0 0h9v9z'/></svg>");
        Path marked = Files.writeString(
                folder.resolve("marked.recipe.json"),
                """
                {"recipe": 1, "colour": {"profile": "House.icc"}, "watermark": {"mark": "leaf.svg"},
                 "size": {"mode": "width", "px": 60}, "format": {"max-bytes": 9000}}""");
        Answer without = parcel("--recipe", marked, "--into", into, "--plan", pictures);
        assertThat(without.status()).isEqualTo(1);
        assertThat(without.out()).contains("no usable ICC profile “House.icc”");
        Answer with = parcel("--recipe", marked, "--shelf", shelf, "--into", into, "--json", pictures);
        assertThat(with.status()).isZero();
        assertThat(with.lines()).allSatisfy(line -> {
            assertThat(line.get("bytes").longValue()).isLessThanOrEqualTo(9000);
            assertThat(line.get("clipped").doubleValue()).isBetween(0.0, 1.0);
        });
    }

    @Test
    void a_weight_that_cannot_be_kept_is_a_failure_that_names_the_lightest() throws IOException {
        Path light = Files.writeString(
                folder.resolve("light.recipe.json"), "{\"recipe\": 1, \"format\": {\"max-bytes\": 100}}");
        Answer answer = parcel("--recipe", light, "--into", into, pictures);
        assertThat(answer.status()).isEqualTo(1);
        assertThat(answer.out()).containsPattern("it has 1,\\d{3} bytes, and the limit is 100. Make it smaller");
        assertThat(into.resolve("pears.jpg")).doesNotExist();
    }

    private Path labels() throws IOException {
        return write(
                "labels.svg",
                """
                <svg xmlns="http://www.w3.org/2000/svg" width="70" height="20"><view id="pear" viewBox="0 0 20 20"/><view id="plum" viewBox="25 0 20 20"/>
                <view id="apple" viewBox="50 0 20 20"/><rect width="70" height="20" fill="#3f7d58"/>
                <rect id="die-line" width="20" height="20" fill="#ff00ff"/></svg>""");
    }

    @Test
    void pieces_of_a_document_are_chosen_and_drawn_at_every_density() throws IOException {
        Path ladder = write(
                "ladder.recipe.json",
                "{\"recipe\": 1, \"size\": {\"densities\": [1, 3]}, \"format\": {\"type\": \"png\"}, \"name\": \"{n}-{piece}\"}");
        Answer answer = parcel(
                "--recipe",
                ladder,
                "--into",
                into,
                "--json",
                "--piece",
                "pl*",
                "--piece",
                "1",
                "--keep-out",
                "die-line",
                labels());
        assertThat(answer.status()).isZero();
        assertThat(answer.lines())
                .extracting(line -> line.get("path").stringValue())
                .containsExactlyInAnyOrder("1-plum.png", "1-plum@3x.png", "2-pear.png", "2-pear@3x.png");
        BufferedImage pear = ImageIO.read(into.resolve("2-pear@3x.png").toFile());
        assertThat(pear.getWidth()).isEqualTo(60);
        assertThat(pear.getRGB(30, 30)).as("without the die-line").isEqualTo(0xff3f7d58);
    }

    @Test
    void the_plan_of_a_document_says_what_is_amiss() throws IOException {
        Answer answer = parcel("--recipe", recipe, "--into", into, "--plan", "--json", labels());
        assertThat(answer.status()).as("three pieces would get one name").isEqualTo(1);
        assertThat(answer.lines()).hasSize(3);
        assertThat(answer.lines().get(0).get("findings").toString()).contains("helper-in", "die-line");
        assertThat(answer.lines().get(1).get("findings").toString()).contains("same-path", "{piece}");
        assertThat(into).doesNotExist();
    }

    @Test
    void a_piece_that_is_not_there_is_said() throws IOException {
        Answer answer = parcel("--recipe", recipe, "--into", into, "--piece", "quince", labels());
        assertThat(answer.status()).isEqualTo(2);
        assertThat(answer.err()).contains("no piece has that name");
    }

    @Test
    void one_pdf_of_all_pieces() throws IOException {
        Path all = write(
                "all.recipe.json",
                "{\"recipe\": 1, \"format\": {\"type\": \"pdf\", \"combine\": true}, \"name\": \"all\"}");
        Answer answer = parcel("--recipe", all, "--into", into, "--json", labels(), pictures);
        assertThat(answer.status()).isZero();
        assertThat(answer.lines()).hasSize(1);
        assertThat(Files.readString(into.resolve("all.pdf"), java.nio.charset.StandardCharsets.ISO_8859_1))
                .startsWith("%PDF-1.7");
    }

    /** The program as it is started: what it notes goes into the file that is named, and into none else; the terminal has sentences alone. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void what_it_notes_stands_in_the_log_alone(boolean logged) throws Exception {
        Path tiny = write("tiny.recipe.json", "{\"recipe\": 1, \"format\": {\"type\": \"jpeg\", \"max-bytes\": 50}}");
        Path log = folder.resolve("parcel.log");
        List<String> call = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-cp",
                System.getProperty("java.class.path"),
                RenderCommand.class.getName()));
        if (logged) {
            call.addAll(List.of("--log", log.toString()));
        }
        call.addAll(List.of("--recipe", tiny.toString(), "--into", into.toString(), pictures.toString()));
        Process process = new ProcessBuilder(call).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).isEqualTo(1);
        assertThat(said).contains("and the limit is 50", "0 done, 2 failed").doesNotContain("Exception", "FINE");
        if (logged) {
            assertThat(log).content().contains("FINE: a rendition failed", "ProblemException");
        } else {
            assertThat(log).doesNotExist();
        }
    }
}
