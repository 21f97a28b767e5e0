package app.vineparcel.cli;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.DestinationCheck;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeFault;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.PageBox;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code parcel render}: puts sources through recipes into a folder. */
@Command(
        name = "parcel render",
        mixinStandardHelpOptions = true,
        versionProvider = RenderCommand.Version.class,
        sortOptions = false,
        description = "Puts sources through recipes and writes the renditions into a folder.",
        footer = {
            "",
            "Exit status: 0 all rendered, 1 at least one failed or a blocker was found, 2 the call or a recipe is wrong.",
            "",
            "Example:",
            "  parcel render --recipe shop.recipe.json --into out --plan photos/"
        })
public final class RenderCommand implements Callable<Integer> {

    private static final int ALL_WELL = 0;
    private static final int SOMETHING_FAILED = 1;
    private static final int BAD_CALL = 2;

    @Option(
            names = "--recipe",
            required = true,
            arity = "1",
            paramLabel = "FILE",
            description = "A recipe file; may be given several times.")
    private List<Path> recipes = List.of();

    @Option(names = "--into", required = true, paramLabel = "DIR", description = "The folder that the files go into.")
    private Path into = Path.of("");

    @Option(
            names = "--shelf",
            arity = "1",
            paramLabel = "DIR",
            description =
                    "A folder of ICC profiles and watermarks that recipes use; the recipe's own folder is searched too.")
    private List<Path> shelves = List.of();

    @Option(
            names = "--piece",
            arity = "1",
            paramLabel = "NAME",
            description = "A piece of a document: its name, its number, a range such as 1-3, or a name with * and ?."
                    + " May be given several times; all pieces unless given.")
    private List<String> wanted = List.of();

    @Option(
            names = "--page-box",
            paramLabel = "BOX",
            description = "Which box of a PDF page to use: crop, trim, bleed or media (${DEFAULT-VALUE}).")
    private PageBox pageBox = PageBox.CROP;

    @Option(
            names = "--keep-out",
            arity = "1",
            paramLabel = "LAYER",
            description = "The name of a layer, group or spot colour of a document that is not to be rendered;"
                    + " may be given several times.")
    private List<String> keptOut = List.of();

    @Option(names = "--plan", description = "Print the plan and render nothing.")
    private boolean planOnly;

    @Option(names = "--json", description = "One JSON object a line on standard output for each rendition.")
    private boolean json;

    @Option(
            names = "--threads",
            paramLabel = "N",
            description = "How many sources at once; as many as there are processors unless given.")
    private int threads = Runtime.getRuntime().availableProcessors();

    @Option(
            names = "--pixel-limit",
            paramLabel = "MP",
            description = "Refuse sources of more million pixels (${DEFAULT-VALUE}).")
    private long pixelLimit = SourceReader.USUAL_BUDGET / 1_000_000;

    @Option(
            names = "--log",
            paramLabel = "FILE",
            description = "Log what libraries report and where an error happened.")
    private @Nullable Path log;

    @Parameters(arity = "1..*", paramLabel = "SOURCE", description = "Pictures and documents, or folders of them.")
    private List<Path> sources = List.of();

    @Spec
    private CommandSpec spec;

    private final Supplier<LocalDate> today;

    RenderCommand(Supplier<LocalDate> today) {
        this.today = today;
    }

    /** The entry of the command line. */
    public static void main(String[] args) {
        Log.silence();
        Thread loading = new Thread(RenderCommand::load, "loading");
        loading.setDaemon(true);
        loading.start();
        System.exit(commandLine(LocalDate::now).execute(args));
    }

    /** What is needed in a moment is loaded while the call is read. */
    private static void load() {
        try {
            LocalDate.now();
            RecipeReader.read("{}", "");
        } catch (RecipeException expected) {
            // it is no recipe, and was looked at all the same
        }
    }

    static CommandLine commandLine(Supplier<LocalDate> today) {
        return new CommandLine(new RenderCommand(today))
                .setOut(new PrintWriter(
                        new PrintStream(new java.io.FileOutputStream(java.io.FileDescriptor.out)),
                        true,
                        java.nio.charset.StandardCharsets.UTF_8))
                .setExecutionExceptionHandler((fault, call, parsed) -> {
                    System.getLogger(RenderCommand.class.getName())
                            .log(System.Logger.Level.ERROR, "the call broke off", fault);
                    call.getErr().println("Something unexpected went wrong; --log FILE records it.");
                    return SOMETHING_FAILED;
                })
                .setCaseInsensitiveEnumValuesAllowed(true)
                .setUsageHelpAutoWidth(true);
    }

    @Override
    public Integer call() {
        if (threads < 1 || threads > 64 || pixelLimit < 1) {
            return refused("--threads goes from 1 to 64 and --pixel-limit is at least 1.");
        }
        if (log != null) {
            try {
                Log.to(log);
            } catch (IOException e) {
                return refused(log + ": the log cannot be written there.");
            }
        }
        Optional<List<PlanColumn>> columns = columns();
        if (columns.isEmpty()) {
            return BAD_CALL;
        }
        SourceReader reader = new SourceReader(pixelLimit * 1_000_000);
        SourceList list;
        try {
            list = SourceList.of(
                    sources, reader, new PieceFilter(wanted), new SourceOptions(pageBox, Set.copyOf(keptOut)));
        } catch (IOException e) {
            return refused("A source folder cannot be read: " + e.getMessage());
        }
        if (list.isEmpty()) {
            return refused(
                    "Nothing to render: no piece has that name, or the folders contain no pictures or documents.");
        }
        Shelf shelf = shelf();
        List<PlanPiece> pieces = planOnly ? Measured.of(reader, list.pieces(), threads) : list.pieces();
        Grid grid = Grid.of(new Planner("", today.get(), shelf), pieces, columns.get(), Choices.ALL);
        sayWhatIsNotFor(grid);
        Plan plan = grid.selected(Map.of());
        Report report = json
                ? new JsonReport(spec.commandLine().getOut())
                : new TextReport(spec.commandLine().getOut());
        list.leftOut().forEach(report::leftOut);
        list.unreadable().forEach(source -> columns.get().forEach(column -> report.unreadable(source, column)));
        return planOnly ? planned(plan, list, report) : rendered(plan, list, report, reader, shelf);
    }

    /** A recipe that says nothing to some pieces leaves them out; that is no fault, and still somebody may wonder. */
    private void sayWhatIsNotFor(Grid grid) {
        for (int column = 0; column < grid.columns().size(); column++) {
            int at = column;
            List<Integer> rows = IntStream.range(0, grid.rows().size())
                    .filter(row -> !grid.isFor(row, at))
                    .boxed()
                    .toList();
            if (!rows.isEmpty()) {
                spec.commandLine()
                        .getErr()
                        .println("%s: not for %d of %d pieces. %s"
                                .formatted(
                                        grid.columns().get(column).recipe().title(),
                                        rows.size(),
                                        grid.rows().size(),
                                        grid.cell(rows.get(0), column).notFor().orElse("")));
            }
        }
    }

    private int planned(Plan plan, SourceList list, Report report) {
        plan.renditions().forEach(report::planned);
        List<Finding> whole = DestinationCheck.findings(into, plan.predictedBytes());
        whole.forEach(finding ->
                spec.commandLine().getErr().println(into + ": " + finding.code() + ": " + finding.message()));
        report.endOfPlan(plan);
        return !whole.isEmpty() || plan.count(Finding.Level.BLOCKER) > 0 || list.lacksSomething()
                ? SOMETHING_FAILED
                : ALL_WELL;
    }

    private int rendered(Plan plan, SourceList list, Report report, SourceReader reader, Shelf shelf) {
        try {
            LocalFolder destination = LocalFolder.at(into);
            Tally tally = new Tally(report);
            new RenderRun(reader, shelf, destination, tally, () -> false).render(plan, threads);
            report.endOfRun(tally.done(), tally.failed() + list.unreadable().size() * recipes.size());
            return tally.failed() > 0 || list.lacksSomething() ? SOMETHING_FAILED : ALL_WELL;
        } catch (ProblemException e) {
            spec.commandLine().getErr().println(e.problem().sentence());
            return SOMETHING_FAILED;
        }
    }

    /** ICC profiles and marks stand where they were named, else beside the recipe. */
    private Shelf shelf() {
        List<Path> folders = new ArrayList<>(shelves);
        recipes.forEach(recipe -> folders.add(recipe.toAbsolutePath().getParent()));
        return new FolderShelf(folders);
    }

    /** The recipes, or nothing after their faults were told. */
    private Optional<List<PlanColumn>> columns() {
        List<PlanColumn> columns = new ArrayList<>();
        boolean sound = true;
        for (Path file : recipes) {
            try {
                String title = file.getFileName().toString().replaceFirst("(\\.recipe)?\\.json$", "");
                columns.add(new PlanColumn(file.toString(), RecipeReader.read(Files.readString(file), title), "", ""));
            } catch (RecipeException e) {
                sound = false;
                for (RecipeFault fault : e.faults()) {
                    spec.commandLine().getErr().println(file + ": " + fault.sentence());
                }
            } catch (IOException e) {
                sound = false;
                refused(file + ": the recipe cannot be read; check that the file is there and is UTF-8.");
            }
        }
        return sound ? Optional.of(columns) : Optional.empty();
    }

    private int refused(String words) {
        spec.commandLine().getErr().println(words);
        return BAD_CALL;
    }

    /** The version that the jar was built as. */
    static final class Version implements CommandLine.IVersionProvider {
        @Override
        public String[] getVersion() {
            String version = RenderCommand.class.getPackage().getImplementationVersion();
            return new String[] {"Vine Parcel " + (version == null ? "(built from source)" : version)};
        }
    }
}
