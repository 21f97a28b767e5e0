package app.vineparcel.core.source.svg;

import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.pdf.PdfArt;
import app.vineparcel.core.codec.pdf.SceneArt;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.Canvas;
import app.vineparcel.core.source.DrawnDocument;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SvgSheet;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.batik.gvt.GraphicsNode;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** An SVG: its artboards and named objects, in CSS px of its canvas. */
public final class SvgDocument implements DrawnDocument {

    private static final String OBJECT = "object:";

    private final Document document;
    private final SvgScene scene;
    private final List<Layer> layers;
    private final List<Artboard> artboards;
    private final Optional<Artboard> canvas;
    private final List<Notice> leftOut;
    private final TreeMemory memory;
    private final Map<String, Box> places = new HashMap<>();
    private final Map<String, Element> objects = new HashMap<>();

    private SvgDocument(
            Document document,
            SvgScene scene,
            List<Layer> layers,
            List<Artboard> artboards,
            Optional<Artboard> canvas,
            List<Notice> leftOut,
            TreeMemory memory) {
        this.memory = memory;
        this.canvas = canvas;
        this.document = document;
        this.scene = scene;
        this.layers = layers;
        this.artboards = artboards;
        this.leftOut = leftOut;
        canvas.ifPresent(whole -> places.put(whole.key(), whole.box()));
        artboards.forEach(artboard -> places.put(artboard.key(), artboard.box()));
    }

    /**
     * Reads a document; what it keeps out is not in it.
     *
     * @param stem what a document without artboards is called
     * @throws IOException with a reason in words
     */
    public static SvgDocument read(byte[] bytes, String stem, SourceOptions options) throws IOException {
        TreeMemory memory = new TreeMemory();
        try {
            return read(SvgText.parse(bytes, memory), stem, options, memory);
        } catch (IOException | RuntimeException | Error e) {
            memory.close();
            throw e;
        }
    }

    private static SvgDocument read(Document document, String stem, SourceOptions options, TreeMemory memory)
            throws IOException {
        Element root = document.getDocumentElement();
        SvgRules.check(root);
        List<Notice> leftOut = LeftOut.of(root);
        SvgForBatik.prepare(root);
        List<Layer> layers = SvgLayers.of(root);
        SvgLayers.keepOut(root, options);
        SvgScene scene = SvgScene.of(document, new SvgAgent(), memory);
        List<Artboard> artboards = Artboard.all(root, scene, stem);
        return new SvgDocument(
                document,
                scene,
                layers.stream()
                        .map(layer -> layer.helper().isEmpty() ? layer : placed(layer, root, scene, artboards))
                        .toList(),
                artboards,
                Artboard.canvas(root, scene, "All of " + stem),
                leftOut,
                memory);
    }

    private static Layer placed(Layer layer, Element root, SvgScene scene, List<Artboard> artboards) {
        Set<String> on = SvgLayers.element(root, layer)
                .flatMap(scene::bounds)
                .map(box -> artboards.stream()
                        .filter(artboard -> box.intersects(
                                artboard.box().x(),
                                artboard.box().y(),
                                artboard.box().width(),
                                artboard.box().height()))
                        .map(Artboard::key)
                        .collect(Collectors.toUnmodifiableSet()))
                .orElse(Set.of());
        return new Layer(layer.key(), layer.name(), layer.shown(), on, layer.helper());
    }

    @Override
    public List<Piece> pieces() {
        List<Piece> pieces = new ArrayList<>();
        List<Piece> asked = asked();
        boolean parted = !artboards.get(0).key().equals(Piece.WHOLE);
        for (Artboard artboard : artboards) {
            boolean leftToParts =
                    !parted && !asked.isEmpty() && artboard.wants().isEmpty();
            pieces.add(leftToParts ? piece(artboard).onDemand() : piece(artboard));
        }
        pieces.addAll(asked);
        if (parted) {
            canvas.ifPresent(whole -> pieces.add(piece(whole).onDemand()));
        }
        return List.copyOf(pieces);
    }

    /** Elements that ask for recipes themselves. */
    private List<Piece> asked() {
        List<Piece> found = new ArrayList<>();
        Set<String> boards = artboards.stream().map(Artboard::key).collect(Collectors.toSet());
        for (Element element : RecipeWords.elements(document.getDocumentElement())) {
            String id = element.getAttribute("id");
            Optional<Rectangle2D> box = boards.contains(id) ? Optional.empty() : scene.bounds(element);
            if (box.isPresent() && !box.get().isEmpty()) {
                remember(OBJECT + id, element, box.get());
                found.add(object(OBJECT + id, element).wanting(RecipeWords.of(element)));
            }
        }
        return found;
    }

    private Piece object(String key, Element element) {
        return Piece.drawn(key, Elements.name(element), Piece.Kind.OBJECT, Extent.of(places.get(key)), Piece.CSS_PX);
    }

    private static Piece piece(Artboard artboard) {
        return Piece.drawn(
                        artboard.key(), artboard.name(), Piece.Kind.ARTBOARD, Extent.of(artboard.box()), Piece.CSS_PX)
                .wanting(artboard.wants());
    }

    @Override
    public List<Notice> notices() {
        return Stream.concat(leftOut.stream(), scene.notices().stream()).toList();
    }

    @Override
    public List<Notice> drawnNotices() {
        return scene.drawnNotices();
    }

    @Override
    public List<Layer> layers() {
        return layers;
    }

    @Override
    public List<Piece> objects() {
        List<Piece> found = new ArrayList<>();
        for (Element element : SvgLayers.pickable(document.getDocumentElement())) {
            Optional<Rectangle2D> box = scene.bounds(element);
            if (box.isPresent()) {
                String key = OBJECT + element.getAttribute("id");
                remember(key, element, box.get());
                found.add(object(key, element));
            }
        }
        return found;
    }

    private void remember(String key, Element element, Rectangle2D box) {
        objects.put(key, element);
        places.put(key, new Box(box.getX(), box.getY(), box.getWidth(), box.getHeight()));
    }

    @Override
    public Pixels draw(Piece piece, Box part, PixelSize size, OptionalInt matte) throws IOException {
        Box place = place(piece.key());
        return Canvas.draw(size, matte, graphics -> {
            graphics.scale(size.width() / part.width(), size.height() / part.height());
            graphics.translate(-part.x(), -part.y());
            graphics.clip(new Rectangle2D.Double(part.x(), part.y(), part.width(), part.height()));
            graphics.translate(-place.x(), -place.y());
            paint(
                    piece.key(),
                    graphics,
                    new Rectangle2D.Double(place.x() + part.x(), place.y() + part.y(), part.width(), part.height()));
        });
    }

    private void paint(String key, Graphics2D graphics, Rectangle2D sight) {
        Element object = objects.get(key);
        if (object == null) {
            new SightedPaint(graphics, sight).paint(scene.root());
            return;
        }
        GraphicsNode node = scene.node(object).orElseThrow();
        graphics.transform(scene.parentTransform(object).orElseGet(AffineTransform::new));
        node.paint(graphics);
    }

    @Override
    public PdfArt art(Piece piece, int rasterPpi) throws IOException {
        Box place = place(piece.key());
        Box part = piece.onWhole(piece.size().box());
        Element object = objects.get(piece.key());
        return new SceneArt(
                object == null ? scene.root() : scene.node(object).orElseThrow(),
                object == null
                        ? new AffineTransform()
                        : scene.parentTransform(object).orElseThrow(),
                new Box(place.x() + part.x(), place.y() + part.y(), part.width(), part.height()),
                Piece.POINTS / Piece.CSS_PX,
                rasterPpi);
    }

    @Override
    public void cutInto(SvgSheet sheet, Piece piece, Box part, Box place, Shapes.TextUse text) throws IOException {
        Box at = place(piece.key());
        Element cut = SvgCut.of(
                scene,
                document.getDocumentElement(),
                part.movedBy(at.x(), at.y()),
                Optional.ofNullable(objects.get(piece.key())),
                Extent.of(place),
                sheet.prefix(piece.name()),
                text,
                sheet.document());
        sheet.put(cut, place);
    }

    /** The tree of graphics, for drawing marks. */
    public GraphicsNode graphics() {
        return scene.root();
    }

    @Override
    public void close() {
        memory.close();
    }

    private Box place(String key) throws IOException {
        if (!places.containsKey(key) && key.startsWith(OBJECT)) {
            objects();
            asked();
        }
        Box place = places.get(key);
        if (place == null) {
            throw new IOException("its piece “%s” is no longer in it.".formatted(key));
        }
        return place;
    }
}
