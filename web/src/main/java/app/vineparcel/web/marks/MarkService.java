package app.vineparcel.web.marks;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.source.TextOutline;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.ImportedShelf;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps marks. Their files lie on the shelf by their names, so that recipe files find them; what belongs together is kept here. */
@Service
public class MarkService {

    private static final int DARK = 0x1f2622;
    private static final int LIGHT = 0xffffff;
    private static final int LONGEST_TEXT = 200;
    private static final int LONGEST_NAME = 60;
    private static final int LONGEST_TITLE = 120;
    private static final String LIGHT_ENDING = "-light";

    private final MarkRepository marks;
    private final ImportedShelf shelf;
    private final Clock clock;

    MarkService(MarkRepository marks, ImportedShelf shelf, Clock clock) {
        this.marks = marks;
        this.shelf = shelf;
        this.clock = clock;
    }

    /**
     * All that are in sight. Files that were put on the shelf otherwise become marks here; where {@code leaf.svg} and {@code leaf-light.svg}
     * come together, they are one mark.
     */
    @Transactional
    public List<Mark> all() {
        List<String> files = shelf.marks();
        Set<String> known = new HashSet<>();
        for (MarkEntity mark : marks.findAll()) {
            known.add(mark.file());
            mark.onDark().ifPresent(known::add);
        }
        for (String file : files) {
            Optional<String> light = Optional.of(lightOf(file)).filter(files::contains);
            if (!known.contains(file) && !isLightOfNew(file, files, known)) {
                marks.addNew(
                        titleOf(file),
                        file,
                        light.filter(other -> !known.contains(other)).orElse(null));
            }
        }
        return marks.findAllByOrderByTitle().stream()
                .filter(mark -> !mark.isRemoved() && files.contains(mark.file()))
                .map(MarkEntity::record)
                .toList();
    }

    /** The files that recipes can name: of marks in sight, and what they have for dark ground. */
    @Transactional
    public List<String> files() {
        return all().stream()
                .flatMap(mark -> Stream.concat(Stream.of(mark.file()), mark.onDark().stream()))
                .distinct()
                .toList();
    }

    private static String lightOf(String file) {
        int dot = file.lastIndexOf('.');
        return dot < 0 ? file + LIGHT_ENDING : file.substring(0, dot) + LIGHT_ENDING + file.substring(dot);
    }

    private static boolean isLightOfNew(String file, List<String> files, Set<String> known) {
        return files.stream()
                .anyMatch(other -> !known.contains(other) && lightOf(other).equals(file));
    }

    private static String titleOf(String file) {
        String title = stem(file).replace('-', ' ');
        return title.substring(0, Math.min(LONGEST_TITLE, title.length()));
    }

    private static String stem(String file) {
        int dot = file.lastIndexOf('.');
        return dot > 0 ? file.substring(0, dot) : file;
    }

    private MarkEntity get(long id) throws ProblemException {
        return marks.findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "mark " + id, Text.of("marks.there-is-no-such"), Text.of("marks.choose-one-on-the"))));
    }

    /**
     * Takes a picture in. One named as the light variant of a mark that has none becomes it.
     *
     * @param name as the browser gave it
     * @throws ProblemException if it is no PNG or SVG that can be drawn
     */
    @Transactional(rollbackFor = ProblemException.class)
    void bringIn(String name, InputStream content) throws ProblemException {
        String file = shelf.store(name, content);
        Optional<MarkEntity> own = marks.findByFile(file);
        own.ifPresent(MarkEntity::bringBack);
        if (own.isEmpty()) {
            marks.findAll().stream()
                    .filter(mark ->
                            lightOf(mark.file()).equals(file) && mark.onDark().isEmpty())
                    .forEach(mark -> mark.change(mark.title(), Optional.of(file)));
        }
    }

    /**
     * Makes a mark of a line of text, dark and light.
     *
     * @param font one of {@link TextOutline#FONTS}
     * @throws ProblemException if there is nothing to set, or it has no shape
     */
    @Transactional(rollbackFor = ProblemException.class)
    Mark set(String wanted, String font) throws ProblemException {
        String text = wanted.strip();
        if (text.isEmpty() || text.length() > LONGEST_TEXT || !TextOutline.FONTS.contains(font)) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("marks.the-text"),
                    text.isEmpty() ? Text.of("marks.it-is-empty") : Text.of("common.has-characters", text.length()),
                    Text.of("marks.type-one-line-of", LONGEST_TEXT)));
        }
        String file = free(SafeName.of(firstWords(SafeName.kebab(text))));
        TextOutline outline = new TextOutline(text, font);
        store(file, outline.svg(DARK));
        store(lightOf(file), outline.svg(LIGHT));
        return marks.save(new MarkEntity(text, file, Optional.of(lightOf(file))))
                .record();
    }

    /** As many whole words as a name has room for. */
    private static String firstWords(String kebab) {
        if (kebab.length() <= LONGEST_NAME) {
            return kebab;
        }
        int end = kebab.lastIndexOf('-', LONGEST_NAME);
        return kebab.substring(0, end > 0 ? end : LONGEST_NAME);
    }

    private String free(String stem) {
        List<String> taken = shelf.marks();
        String file = stem + ".svg";
        for (int number = 2; taken.contains(file) || taken.contains(lightOf(file)); number++) {
            file = stem + "-" + number + ".svg";
        }
        return file;
    }

    private void store(String file, String svg) throws ProblemException {
        shelf.store(file, new ByteArrayInputStream(svg.getBytes(StandardCharsets.UTF_8)));
    }

    /** Changes what a mark is called, and what it has for dark ground; an empty file means nothing. */
    @Transactional(rollbackFor = ProblemException.class)
    void change(long id, String title, String onDark) throws ProblemException {
        MarkEntity mark = get(id);
        mark.change(title, Optional.of(onDark).filter(shelf.marks()::contains));
        marks.save(mark);
    }

    /** Takes one out of sight, or back. Recipes that name its file keep it. */
    @Transactional(rollbackFor = ProblemException.class)
    Mark remove(long id, boolean removed) throws ProblemException {
        MarkEntity mark = get(id);
        if (removed) {
            mark.remove(clock.instant());
        } else {
            mark.bringBack();
        }
        return marks.save(mark).record();
    }
}
