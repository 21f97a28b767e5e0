package app.vineparcel.web.enclosures;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.deliver.enclosures.ContactSheet;
import app.vineparcel.core.deliver.enclosures.Delivered;
import app.vineparcel.core.deliver.enclosures.Manifest;
import app.vineparcel.core.deliver.enclosures.PageSnippet;
import app.vineparcel.core.deliver.enclosures.UsageText;
import app.vineparcel.core.recipe.Enclosures;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.runs.Run;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.sending.Sending;
import app.vineparcel.web.storage.DeliveryFolders;
import app.vineparcel.web.work.Job;
import app.vineparcel.web.work.WorkContext;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;

/** Makes what goes along with the files of a run, channel by channel, sends it where the files go, and lets others be told. */
@Component
class EncloseJob implements Job {

    /** By what name it is queued; an instance is a run's key. */
    static final String NAME = "enclose";

    private static final Duration LATER = Duration.ofMinutes(1);
    private static final String LANGUAGE = "en";

    private final EnclosedFiles enclosed;
    private final RunService runs;
    private final AssignmentService assignments;
    private final ChannelService channels;
    private final DeliveredSet delivered;
    private final Thumbnails thumbnails;
    private final DeliveryFolders folders;
    private final Sending sending;
    private final HookCalls hooks;
    private final Clock clock;

    EncloseJob(
            EnclosedFiles enclosed,
            RunService runs,
            AssignmentService assignments,
            ChannelService channels,
            DeliveredSet delivered,
            Thumbnails thumbnails,
            DeliveryFolders folders,
            Sending sending,
            HookCalls hooks,
            Clock clock) {
        this.enclosed = enclosed;
        this.runs = runs;
        this.assignments = assignments;
        this.channels = channels;
        this.delivered = delivered;
        this.thumbnails = thumbnails;
        this.folders = folders;
        this.sending = sending;
        this.hooks = hooks;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Optional<Instant> perform(String instance, WorkContext context) {
        long runId = Long.parseLong(instance);
        try {
            Run run = runs.get(runId);
            Assignment assignment = assignments.get(run.assignmentId());
            for (long channelId : runs.channels(runId)) {
                context.giveWay();
                if (context.isEnding()) {
                    return Optional.of(clock.instant());
                }
                Optional<Channel> channel = channels.find(channelId);
                if (channel.isPresent()) {
                    enclose(run, assignment, channel.get());
                }
            }
            enclosed.done(runId, "");
            return Optional.empty();
        } catch (ProblemException e) {
            if (e.problem() instanceof Problem.CannotWrite closed && closed.mayPass()) {
                return Optional.of(clock.instant().plus(LATER));
            }
            enclosed.done(runId, e.problem().sentence());
            return Optional.empty();
        }
    }

    private void enclose(Run run, Assignment assignment, Channel channel) throws ProblemException {
        Enclosures wanted = channel.file().enclosures();
        boolean told = !channel.delivery().hook().isEmpty();
        if (wanted.isNone() && !told) {
            return;
        }
        String below = ChannelFolder.of(channel);
        requireOwnFolder(channel, below);
        List<Delivered> files = delivered.of(assignment.id(), channel.id(), below);
        if (files.isEmpty()) {
            return;
        }
        Batch batch = new Batch(run, assignment, channel, below, files);
        wanted.contactSheet().ifPresent(sheet -> batch.contactSheet(sheet, assignment.name()));
        wanted.usage().ifPresent(batch::usage);
        if (wanted.pageSnippet()) {
            batch.pageSnippet();
        }
        Manifest manifest = new Manifest(
                assignment.name(),
                channel.name(),
                run.number(),
                clock.instant().truncatedTo(ChronoUnit.SECONDS),
                files);
        if (wanted.manifest()) {
            batch.manifest(manifest);
        }
        batch.put();
        if (told) {
            hooks.plan(run, channel, manifest);
        }
    }

    /** What goes along with one channel must not take the place of another's. */
    private void requireOwnFolder(Channel channel, String below) throws ProblemException {
        for (ChannelService.Band band : channels.bands()) {
            Channel other = band.channel();
            if (other.id() != channel.id()
                    && !other.file().enclosures().isNone()
                    && ChannelFolder.of(other).equals(below)) {
                throw new ProblemException(new Problem.BadRequest(
                        channel.name(),
                        Text.of("enclosures.same-folder", other.name()),
                        Text.of("enclosures.give-each-its-own")));
            }
        }
    }

    /** What goes along with one channel's files in one run. */
    private final class Batch {

        private record Content(String kind, String name, RenditionSink.Content content) {}

        private final Run run;
        private final Assignment assignment;
        private final Channel channel;
        private final String below;
        private final List<Delivered> files;
        private final Path root;
        private final List<Content> contents = new ArrayList<>();
        private Optional<Manifest> manifest = Optional.empty();

        Batch(Run run, Assignment assignment, Channel channel, String below, List<Delivered> files) {
            this.run = run;
            this.assignment = assignment;
            this.channel = channel;
            this.below = below;
            this.files = files;
            this.root = folders.of(assignment.id());
        }

        private Path file(Delivered one) {
            return root.resolve(path(one.path()));
        }

        private String path(String name) {
            return below.isEmpty() ? name : below + "/" + name;
        }

        private void text(String kind, String name, String text) {
            contents.add(new Content(kind, name, place -> Files.writeString(place, text, StandardCharsets.UTF_8)));
        }

        void contactSheet(Enclosures.ContactSheet asked, String otherwise) {
            ContactSheet sheet = new ContactSheet(
                    asked.heading().isEmpty() ? otherwise + " · " + channel.name() : asked.heading(), asked.across());
            contents.add(new Content("contact-sheet", ContactSheet.NAME, place -> {
                Path scratch = Files.createTempDirectory("sheet");
                try (OutputStream out = Files.newOutputStream(place)) {
                    sheet.write(files.size(), index -> entry(index, scratch), out);
                } finally {
                    FileSystemUtils.deleteRecursively(scratch);
                }
            }));
        }

        private ContactSheet.Entry entry(int index, Path scratch) {
            Delivered one = files.get(index);
            return new ContactSheet.Entry(
                    one.fileName(),
                    Text.of(
                            "enclosures.sheet-detail",
                            String.valueOf(one.size().width()),
                            String.valueOf(one.size().height())),
                    thumbnails.of(one, file(one), scratch));
        }

        void usage(List<String> lines) {
            text("usage", UsageText.NAME, UsageText.of(assignment.name() + " · " + channel.name(), lines, files));
        }

        void pageSnippet() {
            List<PageSnippet.Picture> pictures = PageSnippet.pictures(files);
            Map<String, PageSnippet.Sketch> sketches = new HashMap<>();
            for (PageSnippet.Picture picture : pictures) {
                Delivered plain = picture.fallback();
                thumbnails.sketch(plain, file(plain)).ifPresent(sketch -> sketches.put(plain.path(), sketch));
            }
            text(
                    "page-snippet",
                    PageSnippet.HTML_NAME,
                    PageSnippet.html(assignment.name() + " · " + channel.name(), LANGUAGE, pictures, sketches));
            text("page-snippet", PageSnippet.JSON_NAME, PageSnippet.json(pictures, sketches));
        }

        void manifest(Manifest of) {
            manifest = Optional.of(of);
            text("manifest", Manifest.CSV_NAME, of.csv());
            text("manifest", Manifest.JSON_NAME, of.json());
        }

        /** The sums come last, since they name all else. */
        void put() throws ProblemException {
            LocalFolder folder = LocalFolder.existing(root).keepingReplaced();
            StringBuilder sums = new StringBuilder();
            files.forEach(one -> sums.append(Manifest.sumLine(one.sha256(), one.path())));
            for (Content one : contents) {
                RenditionSink.Placed placed = put(folder, one);
                sums.append(Manifest.sumLine(placed.sha256(), one.name()));
            }
            if (manifest.isPresent()) {
                String text = sums.toString();
                put(folder, new Content("manifest", Manifest.SUMS_NAME, place -> Files.writeString(place, text)));
            }
        }

        private RenditionSink.Placed put(LocalFolder folder, Content one) throws ProblemException {
            String path = path(one.name());
            RenditionSink.Placed placed = folder.place(path, one.content());
            enclosed.note(run.id(), channel, one.kind(), path, placed);
            sending.enclose(run.id(), channel, path, placed.bytes(), placed.sha256());
            return placed;
        }
    }
}
