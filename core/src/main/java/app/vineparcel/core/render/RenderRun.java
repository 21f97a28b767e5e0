package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.WeightLimit;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.metadata.WrittenMetadata;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.lang.System.Logger;
import java.lang.System.Logger.Level;
import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;

/**
 * Renders a plan. Sources are worked on side by side, as many at once as there are threads; each is opened and decoded once and goes
 * through all of its recipes. A rendition that fails stops no other.
 */
public final class RenderRun {

    private static final Logger LOG = System.getLogger(RenderRun.class.getName());

    private final SourceReader reader;
    private final Shelf shelf;
    private final RenditionSink sink;
    private final RenderListener listener;
    private final BooleanSupplier stopped;
    private final Conversions conversions = new Conversions();

    /**
     * A run.
     *
     * @param shelf where the profiles and marks that recipes name are found
     * @param stopped asked before each rendition; once true, the rest is left out
     */
    public RenderRun(
            SourceReader reader, Shelf shelf, RenditionSink sink, RenderListener listener, BooleanSupplier stopped) {
        this.reader = reader;
        this.shelf = shelf;
        this.sink = sink;
        this.listener = listener;
        this.stopped = stopped;
    }

    /** Renders everything and returns when every rendition has its outcome. */
    public void render(Plan plan, int threads) {
        Map<Path, List<PlannedRendition>> bySource = plan.renditions().stream()
                .collect(Collectors.groupingBy(r -> r.piece().file(), LinkedHashMap::new, Collectors.toList()));
        int atOnce = Math.max(1, Math.min(threads, bySource.size()));
        int threadsEach = Math.max(1, threads / atOnce);
        runAll(bySource.values(), atOnce, threadsEach);
    }

    private void runAll(Collection<List<PlannedRendition>> groups, int atOnce, int threadsEach) {
        ExecutorService workers = Executors.newFixedThreadPool(atOnce);
        groups.forEach(group -> workers.execute(() -> source(group, threadsEach)));
        workers.shutdown();
        boolean interrupted = false;
        while (!workers.isTerminated()) {
            try {
                workers.awaitTermination(1, TimeUnit.HOURS);
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    /** All renditions of one source. */
    private void source(List<PlannedRendition> renditions, int threads) {
        StageClock clock = new StageClock();
        RenditionPixels.Workshop workshop = new RenditionPixels.Workshop(shelf, conversions, clock, threads);
        Optional<PreparedSource> prepared = Optional.empty();
        Optional<Problem> closed = Optional.empty();
        for (PlannedRendition rendition : renditions) {
            long began = System.nanoTime();
            if (stopped.getAsBoolean()) {
                listener.finished(rendition, new Outcome.LeftOut(0));
                continue;
            }
            listener.started(rendition);
            Outcome outcome;
            try {
                requireUnblocked(rendition);
                if (closed.isPresent()) {
                    throw new ProblemException(closed.get());
                }
                if (prepared.isEmpty()) {
                    Path file = rendition.piece().file();
                    prepared = Optional.of(
                            new PreparedSource(clock.time(Stage.DECODE, () -> reader.open(file)), conversions, clock));
                }
                outcome = rendition(prepared.get(), rendition, workshop, began);
            } catch (ProblemException e) {
                LOG.log(Level.DEBUG, "a rendition failed", e);
                if (prepared.isEmpty() && rendition.canBeMade()) {
                    closed = Optional.of(e.problem());
                }
                outcome = new Outcome.Failed(e.problem(), since(began));
            } catch (RuntimeException | OutOfMemoryError e) {
                LOG.log(Level.ERROR, "a rendition failed unforeseen", e);
                outcome = new Outcome.Failed(unforeseen(rendition, e), since(began));
            }
            listener.finished(rendition, outcome);
        }
        listener.sourceFinished(clock.spent());
    }

    private static void requireUnblocked(PlannedRendition rendition) throws ProblemException {
        Optional<Finding> blocker = rendition.findings().stream()
                .filter(f -> f.level() == Finding.Level.BLOCKER)
                .findFirst();
        if (blocker.isPresent()) {
            throw new ProblemException(
                    new Problem.BadRequest(rendition.path(), blocker.get().message(), "Nothing was written for it."));
        }
    }

    private Outcome rendition(
            PreparedSource source, PlannedRendition planned, RenditionPixels.Workshop workshop, long began)
            throws ProblemException {
        if (!source.source().info().size().equals(planned.piece().info().size())) {
            throw new ProblemException(new Problem.Vanished(
                    planned.piece().info().fileName(),
                    "It had %s px when it was planned and now has %s."
                            .formatted(
                                    planned.piece().info().size(),
                                    source.source().info().size()),
                    "Bring it in again, so that the plan fits the file."));
        }
        Recipe recipe = planned.column().recipe();
        RenditionPixels pixels = RenditionPixels.of(source, planned, workshop);
        FileTags tags = tags(recipe, pixels.picture(), source);
        AtomicReference<OutputFormat> written = new AtomicReference<>(recipe.format());
        RenditionSink.Placed placed = workshop.clock()
                .time(
                        Stage.WRITE,
                        () -> sink.place(
                                planned.path(), file -> workshop.clock().time(Stage.ENCODE, () -> {
                                    written.set(encode(recipe, pixels.picture(), tags, file));
                                    return true;
                                })));
        return new Outcome.Done(
                pixels.picture().pixels().size(),
                placed.bytes(),
                placed.sha256(),
                pixels.clipped(),
                written.get(),
                since(began));
    }

    private static OutputFormat encode(Recipe recipe, Picture picture, FileTags tags, Path file) throws IOException {
        if (recipe.maxBytes().isPresent()) {
            return WeightLimit.write(
                            recipe.format(),
                            picture,
                            tags,
                            file,
                            recipe.maxBytes().getAsLong())
                    .format();
        }
        PictureWriter.of(recipe.format()).write(picture, tags, file);
        return recipe.format();
    }

    private static FileTags tags(Recipe recipe, Picture picture, PreparedSource source) {
        boolean srgb = picture.profile()
                .linearSpace()
                .filter(space -> space.looksLike(BuiltInProfile.SRGB.space()))
                .isPresent();
        WrittenMetadata written = recipe.metadata()
                .write(
                        source.source().metadata(),
                        new MetadataPolicy.Facts(picture.pixels().size(), recipe.ppi(), srgb));
        return new FileTags(recipe.colour().embed(), recipe.ppi(), written.exif(), written.iptc(), written.xmp());
    }

    private static Problem unforeseen(PlannedRendition rendition, Throwable e) {
        if (e instanceof OutOfMemoryError) {
            return new Problem.OverBudget(
                    rendition.path(),
                    "There was not enough memory for it.",
                    "Render fewer sources at once or give the program more memory.");
        }
        return new Problem.Unforeseen(
                rendition.path(),
                "Something went wrong that nobody foresaw.",
                "The program's log says what; the other files are not affected.");
    }

    private static long since(long began) {
        return (System.nanoTime() - began) / 1_000_000;
    }
}
