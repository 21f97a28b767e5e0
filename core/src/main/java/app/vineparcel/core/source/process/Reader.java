package app.vineparcel.core.source.process;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkLimits;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import tools.jackson.databind.json.JsonMapper;

/** The program that {@link ReaderProcess} starts. It reads one source and writes an {@link Answer}. */
public final class Reader {

    /**
     * What to read, in JSON on the command line.
     *
     * @param file the source
     * @param options how
     * @param pixels the most of a picture
     * @param seconds for reading it
     */
    record Order(String file, SourceOptions options, long pixels, long seconds) {}

    private Reader() {}

    /** An order, and the file to write the answer into. */
    public static void main(String[] arguments) throws IOException {
        Order order = JsonMapper.builder().build().readValue(arguments[0], Order.class);
        Duration time = Duration.ofSeconds(order.seconds());
        SourceReader reader = new SourceReader(WorkLimits.usual(order.pixels()).within(time, time));
        Files.write(Path.of(arguments[1]), answer(reader, order).json());
        System.exit(0); // whatever still draws by itself
    }

    private static Answer answer(SourceReader reader, Order order) {
        try {
            return Answer.of(reader.contents(Path.of(order.file()), order.options()));
        } catch (ProblemException e) {
            return Answer.of(e.problem());
        }
    }

    /** How it is called. */
    static List<String> command(Order order, Path answer) {
        return List.of(
                Reader.class.getName(), JsonMapper.builder().build().writeValueAsString(order), answer.toString());
    }
}
