package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.StoredPiece;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** What somebody chooses in a plan is what the plan shows when it is opened again, and nothing else. */
class KeptChoicesTest extends Workbench {

    private static final Pattern CELL = Pattern.compile("<button[^>]*class=\"cell[^>]*>");
    private static final Pattern FACT = Pattern.compile("(aria-pressed|data-cell)=\"([^\"]*)\"");
    private static final List<String> COLUMNS = List.of("1.1", "1.2", "2.1");

    @Autowired
    private PieceService pieces;

    private final Visitor visitor = new Visitor();
    private String plan = "";
    private List<Long> keys = List.of();

    @BeforeEach
    void brings_in_five_pictures() throws Exception {
        for (String name : List.of("beans-1", "beans-2", "kale", "leek", "plums")) {
            photo(ROOT.resolve("choices/" + name + ".png"), 40, 30, name.hashCode());
        }
        long id = assignment("Choices " + System.nanoTime(), "choices");
        keys = pieces.all(id).stream().map(StoredPiece::id).toList();
        plan = "/assignments/" + id + "/plan";
    }

    /** The cells that are on, as {@code piece:column}. */
    private Set<String> shown() throws Exception {
        Set<String> on = new TreeSet<>();
        Matcher cells = CELL.matcher(visitor.get(plan).body());
        int count = 0;
        while (cells.find()) {
            String[] facts = new String[2];
            Matcher fact = FACT.matcher(cells.group());
            while (fact.find()) {
                facts[List.of("aria-pressed", "data-cell").indexOf(fact.group(1))] = fact.group(2);
            }
            if (facts[0].equals("true")) {
                on.add(facts[1]);
            }
            count++;
        }
        assertThat(count).as("cells of the plan").isEqualTo(keys.size() * COLUMNS.size());
        return on;
    }

    private Set<String> everything() {
        Set<String> all = new TreeSet<>();
        keys.forEach(piece -> COLUMNS.forEach(column -> all.add(piece + ":" + column)));
        return all;
    }

    private String joined(Collection<String> cells) {
        return URLEncoder.encode(String.join(",", cells), StandardCharsets.UTF_8);
    }

    /** Cells turned on and off and rows carried, in any order, beside a plain set that is changed in the same way. */
    @ParameterizedTest
    @CsvSource({"1", "2", "3"})
    void a_row_of_changes_ends_where_a_plain_set_ends(long seed) throws Exception {
        Random random = new Random(seed);
        Set<String> model = everything();
        List<String> all = List.copyOf(model);
        for (int step = 0; step < 25; step++) {
            List<String> some = new ArrayList<>(all);
            Collections.shuffle(some, random);
            some = some.subList(0, 1 + random.nextInt(5));
            switch (random.nextInt(3)) {
                case 0 -> {
                    visitor.post(plan + "/choice", "on=" + joined(some));
                    model.addAll(some);
                }
                case 1 -> {
                    visitor.post(plan + "/choice", "off=" + joined(some));
                    model.removeAll(some);
                }
                default -> {
                    long from = keys.get(random.nextInt(keys.size()));
                    List<Long> to = keys.subList(0, 1 + random.nextInt(keys.size()));
                    int number = keys.indexOf(from) + 1;
                    visitor.post(plan + "/copy", form("model", "" + number, "which", "1-" + to.size()));
                    Set<String> before = new TreeSet<>(model);
                    for (long piece : to) {
                        for (String column : COLUMNS) {
                            if (before.contains(from + ":" + column)) {
                                model.add(piece + ":" + column);
                            } else {
                                model.remove(piece + ":" + column);
                            }
                        }
                    }
                }
            }
        }
        assertThat(shown()).isEqualTo(model);
    }

    /** Two windows on one plan at the same time: what either turns is kept, and neither is refused. */
    @Test
    void two_who_choose_at_once_do_not_hinder_each_other() throws Exception {
        List<String> all = List.copyOf(everything());
        Set<String> expected = ConcurrentHashMap.newKeySet();
        String shared = String.join(",", all.subList(14, all.size()));
        List<Callable<Integer>> windows = new ArrayList<>();
        for (int window = 0; window < 2; window++) {
            List<String> own = all.subList(window * 7, window * 7 + 7);
            long seed = window;
            windows.add(() -> {
                Visitor visitor = new Visitor();
                Random random = new Random(seed);
                int worst = visitor.post(plan + "/choice", "off=" + shared).statusCode();
                Set<String> on = new TreeSet<>(own);
                for (int step = 0; step < 20; step++) {
                    String cell = own.get(random.nextInt(own.size()));
                    boolean off = on.remove(cell) || !on.add(cell);
                    String form = (off ? "off=" : "on=") + cell;
                    worst = Math.max(worst, visitor.post(plan + "/choice", form).statusCode());
                }
                expected.addAll(on);
                return worst;
            });
        }
        ExecutorService both = Executors.newFixedThreadPool(2);
        try {
            for (var window : both.invokeAll(windows)) {
                assertThat(window.get()).isEqualTo(200);
            }
        } finally {
            both.shutdown();
        }
        assertThat(shown()).isEqualTo(new TreeSet<>(expected));
    }

    /** By their numbers in the plan, from 1. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "''; ''; 1 2 3 4 5",
                "all; ''; 1 2 3 4 5",
                "2-3, 5; ''; 2 3 5",
                "beans-*; ''; 1 2",
                "KALE; ''; 3",
                "4, l*k; ''; 4",
                "1-5; picture; 1 2 3 4 5",
                "1-5; artboard; ''",
            })
    void pieces_are_picked_as_one_names_them(String which, String kind, String numbers) throws Exception {
        String body = visitor.post(plan + "/many", form("how", "only", "which", which, "kind", kind))
                .body();
        if (numbers.isEmpty()) {
            assertThat(body).contains("No pieces are selected");
            assertThat(shown()).isEqualTo(everything());
            return;
        }
        Set<String> expected = new TreeSet<>();
        Pattern.compile(" ")
                .splitAsStream(numbers)
                .map(number -> keys.get(Integer.parseInt(number) - 1))
                .forEach(piece -> COLUMNS.forEach(column -> expected.add(piece + ":" + column)));
        assertThat(shown()).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({"0, '“0”'", "6-9, '“6-9”'", "3-1, '“3-1”'", "cabbage, 'No pieces are selected'"})
    void a_pick_that_means_nothing_says_so(String which, String quoted) throws Exception {
        assertThat(visitor.post(plan + "/many", form("how", "off", "which", which))
                        .body())
                .contains(quoted);
        assertThat(shown()).isEqualTo(everything());
    }

    /** Two pictures of one name in two folders would overwrite each other; turning one off clears the other. */
    @Test
    void files_in_each_others_way_are_told_with_every_change() throws Exception {
        photo(ROOT.resolve("twins/a/leek.png"), 40, 30, 1);
        photo(ROOT.resolve("twins/b/leek.png"), 40, 30, 2);
        long id = assignment("Twins", "twins/a", "twins/b");
        List<Long> twins = pieces.all(id).stream().map(StoredPiece::id).toList();
        String at = "/assignments/" + id + "/plan/choice";
        String one = twins.get(0) + ":1.2";
        String other = twins.get(1) + ":1.2";
        assertThat(visitor.post(at, "off=" + twins.get(0) + ":1.1").body()).contains("\"" + other + "\"");
        assertThat(visitor.post(at, "off=" + one).body()).doesNotContain("\"" + other + "\"", "\"" + one + "\"");
        assertThat(visitor.post(at, "on=" + one).body()).contains("\"" + other + "\"");
    }

    /** A cell of another assignment's piece is nothing that this plan may change. */
    @Test
    void other_plans_are_left_alone() throws Exception {
        String foreign = keys.get(0) + ":1.1";
        Set<String> before = shown();
        long other = assignments.make("Others " + System.nanoTime()).id();
        assertThat(visitor.post("/assignments/" + other + "/plan/choice", "off=" + foreign)
                        .statusCode())
                .isEqualTo(200);
        assertThat(shown()).isEqualTo(before);
        assertThat(visitor.post(plan + "/choice", "off=1,2").statusCode()).isEqualTo(404);
    }
}
