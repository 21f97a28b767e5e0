package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.render.FocusSuggestion;
import app.vineparcel.core.render.SmallPicture;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.source.process.ReaderProcess;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.Previews;
import app.vineparcel.web.storage.StorageSettings;
import app.vineparcel.web.work.Job;
import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.WorkContext;
import app.vineparcel.web.work.WorkQueue;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Reads new sources: header, metadata, and once through all pixels for the thumbnail. */
@Component
class SourceIntake implements Job {

    private static final String DUTY = "read";

    private static final Logger LOG = LoggerFactory.getLogger(SourceIntake.class);

    private final SourceRepository sources;
    private final SourceReader reader;
    private final Previews previews;
    private final PieceService pieces;
    private final PieceFacts facts;
    private final Measuring measuring;
    private final TransactionTemplate transaction;
    private final StorageSettings settings;
    private final ReaderProcess process;
    private final WorkQueue queue;

    SourceIntake(
            SourceRepository sources,
            SourceReader reader,
            Previews previews,
            PieceService pieces,
            PieceFacts facts,
            Measuring measuring,
            TransactionTemplate transaction,
            StorageSettings settings,
            ReaderProcess process,
            WorkQueue queue) {
        this.queue = queue;
        this.settings = settings;
        this.process = process;
        this.sources = sources;
        this.reader = reader;
        this.previews = previews;
        this.pieces = pieces;
        this.facts = facts;
        this.measuring = measuring;
        this.transaction = transaction;
    }

    @Override
    public String name() {
        return DUTY;
    }

    /** Reads them as soon as the transaction that adds them is through. */
    void want(List<Long> added) {
        queue.put(Lane.READING, DUTY, added.stream().map(String::valueOf).toList(), 0);
    }

    /** What was added and is queued nowhere, such as by a former version, is queued now. */
    @Scheduled(fixedDelay = 15_000)
    void goOn() {
        Regularly.whereTheDatabaseAnswers(() -> {
            Set<String> queued = queue.open(DUTY);
            List<Long> lost = sources.waiting().stream()
                    .filter(id -> !queued.contains(String.valueOf(id)))
                    .toList();
            if (!lost.isEmpty()) {
                want(lost);
            }
        });
    }

    @Override
    public Optional<Instant> perform(String instance, WorkContext context) {
        read(Long.parseLong(instance), context);
        return Optional.empty();
    }

    private void read(long sourceId, WorkContext context) {
        Optional<SourceEntity> waiting = begun(sourceId);
        if (waiting.isEmpty()) {
            return;
        }
        SourceEntity source = waiting.get();
        context.say(source.fileName());
        try {
            SourceReader.Contents contents = look(source);
            SourceInfo info = contents.info();
            Optional<SmallPicture.Found> found =
                    contents.isDocument() || info.format().isVector()
                            ? Optional.empty()
                            : Optional.of(previews.small(
                                    Previews.Kind.THUMBNAIL, PiecePreviews.key(source), source.file(), info));
            FocalPoint suggested = found.isPresent()
                    ? found.get().focus()
                    : info.format().isVector() ? FocalPoint.CENTRE : suggested(source, contents);
            Optional<FileContent> content = FileContent.of(source.file());
            keep(source, s -> {
                s.read(info, suggested, sources.nextChange());
                content.ifPresent(s::hold);
                s.layers(contents.layers());
                pieces.sync(s, contents.pieces());
                found.ifPresent(one -> facts.put(s, one.facts()));
            });
            if (found.isEmpty()) {
                measuring.want(sourceId);
            }
        } catch (ProblemException e) {
            keep(source, s -> {
                if (context.isEnding()) {
                    s.attemptBack(); // it was not its fault
                } else {
                    s.refused(e.problem(), sources.nextChange());
                }
            });
        } catch (RuntimeException | OutOfMemoryError e) {
            LOG.error("source {} could not be read", sourceId, e);
            Problem problem = new Problem.Unforeseen(
                    source.fileName(),
                    Text.of("sources.something-unexpected-went-wrong"),
                    Text.of("sources.the-log-says-what"));
            keep(source, s -> s.refused(problem, sources.nextChange()));
        }
    }

    /** Writes an attempt down before the source is touched; after the second that did not come back it is refused. */
    private Optional<SourceEntity> begun(long sourceId) {
        return transaction.execute(status -> {
            sources.withoutWaitingForTheDisk();
            Optional<SourceEntity> waiting =
                    sources.findToChange(sourceId).filter(source -> source.state() == Source.State.WAITING);
            if (waiting.isPresent() && !waiting.get().attempt()) {
                waiting.get()
                        .refused(
                                new Problem.OverBudget(
                                        waiting.get().fileName(),
                                        Text.of("sources.reading-was-tried-twice"),
                                        Text.of("sources.remove-it-export-it")),
                                sources.nextChange());
                return Optional.<SourceEntity>empty();
            }
            waiting.ifPresent(source -> FileStamp.of(source.file()).ifPresent(source::stamp));
            return waiting;
        });
    }

    /** Once through all of a document: the first piece's preview, and the point that its crops keep. */
    private FocalPoint suggested(SourceEntity source, SourceReader.Contents contents) throws ProblemException {
        String key = PiecePreviews.key(source);
        PlanPiece piece = new PlanPiece(
                "",
                source.file(),
                source.name(),
                contents.info(),
                Optional.of(FocalPoint.CENTRE),
                1,
                new PlanPiece.Part(contents.pieces().get(0), source.options(), List.of(), Optional.empty()));
        Path thumbnail = previews.make(Previews.Kind.THUMBNAIL, key, piece);
        return FocusSuggestion.of(reader.open(thumbnail));
    }

    private SourceReader.Contents look(SourceEntity source) throws ProblemException {
        return settings.distrusts(reader.format(source.file()))
                ? process.contents(source.file(), source.options())
                : reader.contents(source.file(), source.options());
    }

    /** Keeps what was found, once: a start and the person who adds a source may both ask for it. */
    private void keep(SourceEntity seen, java.util.function.Consumer<SourceEntity> change) {
        transaction.executeWithoutResult(status -> {
            sources.withoutWaitingForTheDisk();
            sources.findToChange(seen.id())
                    .filter(source -> source.state() == Source.State.WAITING && source.version() == seen.version())
                    .ifPresent(change);
        });
    }
}
