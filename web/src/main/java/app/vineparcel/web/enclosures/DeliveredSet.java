package app.vineparcel.web.enclosures;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.deliver.enclosures.Delivered;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Order;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.proof.Verdict;
import app.vineparcel.web.proof.Verdicts;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.storage.DeliveryFolders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Finds what a channel's folder holds and what its files say of themselves; files are asked, not recipes. */
@Component
class DeliveredSet {

    private static final Logger LOG = LoggerFactory.getLogger(DeliveredSet.class);
    private static final int MOST_REMEMBERED = 30_000;
    private static final PixelSize DOT = new PixelSize(1, 1);

    /** What a file says of itself. */
    private record Said(Optional<String> profile, PhotoFacts facts) {
        static final Said NOTHING = new Said(Optional.empty(), PhotoFacts.NONE);
    }

    private final RunService runs;
    private final SourceReader reader;
    private final DeliveryFolders folders;
    private final Verdicts verdicts;
    /** By the sums of files, so that a run that changed little asks few of them. */
    private final Map<String, Said> known = Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Said> eldest) {
            return size() > MOST_REMEMBERED;
        }
    });

    DeliveredSet(RunService runs, SourceReader reader, DeliveryFolders folders, Verdicts verdicts) {
        this.verdicts = verdicts;
        this.runs = runs;
        this.reader = reader;
        this.folders = folders;
    }

    /**
     * The files of a channel that are in place, with paths relative to a folder.
     *
     * @param below the folder, relative to the delivery folder; empty for that itself
     */
    List<Delivered> of(long assignmentId, long channelId, String below) {
        Path root = folders.of(assignmentId);
        Map<String, Map<Integer, Order>> units = new HashMap<>();
        Map<String, Verdict> decided = verdicts.of(assignmentId);
        List<Delivered> files = new ArrayList<>();
        for (Rendition rendition : runs.inPlace(assignmentId, channelId)) {
            if (!below.isEmpty() && !rendition.path().startsWith(below + "/")) {
                continue; // made while the channel had another folder
            }
            Order order = units.computeIfAbsent(
                            rendition.runId() + ":" + rendition.unit(),
                            unit -> runs.orders(rendition.runId(), rendition.unit()))
                    .get(rendition.position());
            Optional<Delivered.Passed> passed = Optional.ofNullable(
                            decided.get(Verdicts.key(rendition.path(), rendition.sha256())))
                    .filter(Verdict::passed)
                    .map(verdict -> new Delivered.Passed(verdict.author(), verdict.decidedAt()));
            files.add(delivered(root, rendition, Optional.ofNullable(order), below, passed));
        }
        return files;
    }

    private Delivered delivered(
            Path root, Rendition rendition, Optional<Order> order, String below, Optional<Delivered.Passed> passed) {
        Path file = root.resolve(rendition.path());
        Said said = known.computeIfAbsent(rendition.sha256(), sum -> ask(file));
        Optional<PlannedRendition> planned = order.map(Order::planned);
        Optional<PlanPiece> piece = planned.map(PlannedRendition::piece);
        return new Delivered(
                below.isEmpty() ? rendition.path() : rendition.path().substring(below.length() + 1),
                piece.map(PlanPiece::name).orElse(rendition.fileName()),
                piece.map(one -> one.info().fileName()).orElse(""),
                rendition.recipeTitle(),
                rendition.recipeVersion(),
                rendition.width() > 0 ? new PixelSize(rendition.width(), rendition.height()) : DOT,
                planned.map(one -> one.column().density()).orElse(1.0),
                planned.map(one -> one.column().recipe().ppi()).orElse(72),
                said.profile(),
                mediaType(rendition.path()),
                rendition.bytes(),
                rendition.sha256(),
                said.facts().rights(),
                said.facts().altText().or(() -> piece.flatMap(one -> one.known().altText())),
                passed,
                time(file));
    }

    private Said ask(Path file) {
        try {
            SourceInfo info = reader.inspect(file);
            return new Said(info.profileTitle(), info.facts());
        } catch (ProblemException unreadable) {
            Problem why = unreadable.problem();
            LOG.debug("a delivered file says nothing of itself: {}", why.sentence());
            return Said.NOTHING;
        }
    }

    private static String mediaType(String path) {
        String ending = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return Formats.byEnding(ending).map(FormatKind::mediaType).orElse("application/octet-stream");
    }

    private static Instant time(Path file) {
        try {
            return Files.getLastModifiedTime(file).toInstant();
        } catch (IOException gone) {
            return Instant.EPOCH;
        }
    }
}
