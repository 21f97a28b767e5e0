package app.vineparcel.core.source.openraster;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.source.HelperName;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.PixelDocument;
import app.vineparcel.core.source.SourceOptions;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** An OpenRaster picture (OpenRaster 0.0.5): the merged picture first, then its layers and groups, all at the size of the canvas. */
public final class OpenRasterDocument implements PixelDocument {

    private static final String LAYER = "layer:";

    private final RasterArchive archive;
    private final Stack.Whole whole;
    private final PixelSize size;
    private final SourceOptions options;
    private final String stem;

    private OpenRasterDocument(RasterArchive archive, Stack.Whole whole, SourceOptions options, String stem) {
        this.archive = archive;
        this.whole = whole;
        this.size = new PixelSize(whole.width(), whole.height());
        this.options = options;
        this.stem = stem;
    }

    /**
     * Opens a picture.
     *
     * @param pixelBudget the most px that the canvas or a layer may have
     * @throws IOException with a reason in words
     */
    public static OpenRasterDocument open(Path file, String stem, SourceOptions options, long pixelBudget)
            throws IOException {
        RasterArchive archive = new RasterArchive(file, pixelBudget);
        try {
            Stack.Whole whole = Stack.read(archive.text("stack.xml"));
            if ((long) whole.width() * whole.height() > pixelBudget) {
                throw new IOException("it has %d × %d px, more than the limit of %d million."
                        .formatted(whole.width(), whole.height(), pixelBudget / 1_000_000));
            }
            return new OpenRasterDocument(archive, whole, options, stem);
        } catch (IOException | RuntimeException e) {
            archive.close();
            throw e;
        }
    }

    @Override
    public List<Piece> pieces() {
        return List.of(Piece.pixels(Piece.WHOLE, stem, Piece.Kind.PICTURE, size));
    }

    @Override
    public List<Piece> objects() {
        List<Piece> found = new ArrayList<>();
        each(whole.root(), entry -> found.add(Piece.pixels(LAYER + entry.key(), entry.name(), Piece.Kind.LAYER, size)));
        return found;
    }

    @Override
    public List<Layer> layers() {
        List<Layer> found = new ArrayList<>();
        each(
                whole.root(),
                entry -> found.add(
                        new Layer(LAYER + entry.key(), entry.name(), entry.shown(), HelperName.reason(entry.name()))));
        return found;
    }

    private static void each(Stack group, java.util.function.Consumer<Stack> visit) {
        for (Stack entry : group.entries()) {
            visit.accept(entry);
            each(entry, visit);
        }
    }

    @Override
    public Decoded open(Piece piece) throws IOException {
        try (Composition canvas = new Composition(size)) {
            if (piece.key().startsWith(LAYER)) {
                lay(canvas, find(piece.key().substring(LAYER.length())), true);
            } else {
                for (int i = whole.root().entries().size() - 1; i >= 0; i--) {
                    lay(canvas, whole.root().entries().get(i), false);
                }
            }
            return new Decoded(canvas.pixels(), ColourModel.RGB);
        }
    }

    private Stack find(String key) throws IOException {
        List<Stack> found = new ArrayList<>();
        each(whole.root(), entry -> {
            if (entry.key().equals(key)) {
                found.add(entry);
            }
        });
        if (found.isEmpty()) {
            throw new IOException("its layer %s is no longer in it.".formatted(key));
        }
        return found.get(0);
    }

    /** Lays an entry over a canvas. A layer that is asked for by itself is seen whatever the document says of it. */
    private void lay(Composition canvas, Stack entry, boolean alone) throws IOException {
        if (!alone && (!entry.shown() || options.keepsOut(LAYER + entry.key(), entry.name()))) {
            return;
        }
        Blend blend = alone ? Blend.SRC_OVER : entry.blend();
        float opacity = alone ? 1 : entry.opacity();
        if (!entry.isGroup()) {
            canvas.lay(archive.picture(entry.file()), entry.x(), entry.y(), opacity, blend);
            return;
        }
        boolean through = !alone && !entry.isolated() && opacity == 1 && blend == Blend.SRC_OVER;
        if (through) {
            inside(canvas, entry);
            return;
        }
        try (Composition group = new Composition(size)) {
            inside(group, entry);
            canvas.lay(group, opacity, blend);
        }
    }

    private void inside(Composition canvas, Stack group) throws IOException {
        for (int i = group.entries().size() - 1; i >= 0; i--) {
            lay(canvas, group.entries().get(i), false);
        }
    }

    @Override
    public void close() {
        try {
            archive.close();
        } catch (IOException leftOpen) {
            System.getLogger(OpenRasterDocument.class.getName())
                    .log(System.Logger.Level.WARNING, "an OpenRaster", leftOpen);
        }
    }
}
