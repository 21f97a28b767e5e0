package app.vineparcel.core.source.svg;

import app.vineparcel.core.Notice;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.Crossings;
import java.awt.geom.AffineTransform;
import java.awt.geom.Dimension2D;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.batik.bridge.BridgeContext;
import org.apache.batik.bridge.BridgeException;
import org.apache.batik.bridge.FontFamilyResolver;
import org.apache.batik.bridge.GVTBuilder;
import org.apache.batik.bridge.StrokingTextPainter;
import org.apache.batik.gvt.CompositeGraphicsNode;
import org.apache.batik.gvt.GraphicsNode;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** A document as a tree of graphics, in CSS px from the upper left corner of its canvas, and which element became which node. */
final class SvgScene {

    private final GraphicsNode root;
    private final Dimension2D size;
    private final Map<Element, GraphicsNode> nodes;
    private final Set<Notice> notices;
    private final Set<Notice> drawn;

    private SvgScene(
            GraphicsNode root,
            Dimension2D size,
            Map<Element, GraphicsNode> nodes,
            Set<Notice> notices,
            Set<Notice> drawn) {
        this.notices = notices;
        this.drawn = drawn;
        this.root = root;
        this.size = size;
        this.nodes = nodes;
    }

    static SvgScene of(Document document, SvgAgent agent, TreeMemory memory) throws IOException {
        BridgeContext context = new BridgeContext(agent, new EmbeddedDrawings(agent, memory)) {
            @Override
            public void registerSVGBridges() {
                super.registerSVGBridges();
                putBridge(new ConvolveBridge());
            }
        };
        context.setDynamicState(BridgeContext.STATIC);
        context.setTextPainter(new StrokingTextPainter() {
            @Override
            protected FontFamilyResolver getFontFamilyResolver() {
                return agent.fonts();
            }
        });
        agent.setBridgeContext(context);
        Builder builder = new Builder();
        try {
            GraphicsNode root = builder.build(context, document);
            root.getBounds(); // lays text out, which shows what fonts are here
            Set<String> missing = agent.fonts().missing();
            if (!missing.isEmpty()) {
                builder.notices.add(fontsMissing(missing));
            }
            return new SvgScene(root, context.getDocumentSize(), builder.nodes, builder.notices, builder.drawn);
        } catch (StackOverflowError e) {
            throw new IOException("its elements refer to each other in circles or are nested too deeply.", e);
        } catch (RuntimeException e) {
            throw new IOException("its drawing cannot be understood: " + firstLine(e), e);
        }
    }

    private static String firstLine(RuntimeException e) {
        String message = e instanceof BridgeException ? String.valueOf(e.getMessage()) : "it is damaged.";
        List<String> lines =
                message.lines().filter(line -> !line.contains("nowhere")).toList();
        return lines.isEmpty() ? "it is damaged." : lines.get(0);
    }

    private static Notice fontsMissing(Set<String> families) {
        List<String> named = families.stream().limit(3).map("“%s”"::formatted).toList();
        return Notice.caution(
                "font-missing",
                "%s %s not installed, so another font is used. Convert the text to outlines where the file is made, or install the font."
                        .formatted(
                                (families.size() == 1 ? "Its font " : "Its fonts ") + String.join(", ", named),
                                families.size() == 1 ? "is" : "are"));
    }

    /** What cannot be drawn, as far as building it shows. */
    List<Notice> notices() {
        return List.copyOf(notices);
    }

    /** What could not be drawn since this was asked last. */
    List<Notice> drawnNotices() {
        List<Notice> found = List.copyOf(drawn);
        drawn.clear();
        return found;
    }

    GraphicsNode root() {
        return root;
    }

    double width() {
        return size.getWidth();
    }

    double height() {
        return size.getHeight();
    }

    /** What an element became; nothing where it draws nothing. */
    Optional<GraphicsNode> node(Element element) {
        return Optional.ofNullable(nodes.get(element));
    }

    /** From the coordinates within an element's parent to the canvas. */
    Optional<AffineTransform> parentTransform(Element element) {
        return node(element).map(node -> transformOf(node.getParent()));
    }

    /** From the coordinates within the outermost svg element's view box to the canvas. */
    AffineTransform viewTransform(Element rootElement) {
        return node(rootElement).map(SvgScene::transformOf).orElseGet(AffineTransform::new);
    }

    private static AffineTransform transformOf(GraphicsNode node) {
        return node == null ? new AffineTransform() : node.getGlobalTransform();
    }

    /** The box on the canvas that an element's drawing fills. */
    Optional<Rectangle2D> bounds(Element element) {
        return node(element)
                .map(node -> node.getTransformedBounds(
                        node.getParent() == null
                                ? new AffineTransform()
                                : node.getParent().getGlobalTransform()))
                .filter(box -> box.getWidth() > 0 && box.getHeight() > 0);
    }

    /** Builds the tree, remembers what became of which element, and goes on behind an element that cannot be understood. */
    private static final class Builder extends GVTBuilder {

        private final Map<Element, GraphicsNode> nodes = new HashMap<>();
        private final Set<Notice> notices = new LinkedHashSet<>();
        private final Set<Notice> drawn = new LinkedHashSet<>();

        @Override
        public GraphicsNode build(BridgeContext context, Document document) {
            GraphicsNode built = super.build(context, document);
            GraphicsNode canvas =
                    (GraphicsNode) ((CompositeGraphicsNode) built).getChildren().get(0);
            nodes.put(document.getDocumentElement(), canvas);
            return built;
        }

        /** What stands within a clip, a mask, a pattern or a marker comes in this way. */
        @Override
        public @Nullable GraphicsNode build(BridgeContext context, Element element) {
            GraphicsNode built = super.build(context, element);
            if (built != null) {
                requireSimpleClip(element, built);
                solid(element, built);
            }
            return built;
        }

        private void solid(Element element, GraphicsNode built) {
            if (FineDashes.drop(built)) {
                notices.add(solid(element));
            }
        }

        @Override
        protected void buildGraphicsNode(BridgeContext context, Element element, CompositeGraphicsNode parent) {
            int before = parent.getChildren().size();
            try {
                super.buildGraphicsNode(context, element, parent);
            } catch (BridgeException | IllegalArgumentException | IllegalStateException | NullPointerException broken) {
                // an element in error is not drawn (SVG 2, 2.5.3); its neighbours are
                notices.add(leftOut(element));
                System.getLogger(SvgScene.class.getName())
                        .log(System.Logger.Level.DEBUG, "an element is left out", broken);
            }
            if (parent.getChildren().size() > before) {
                GraphicsNode built = (GraphicsNode)
                        parent.getChildren().get(parent.getChildren().size() - 1);
                nodes.put(element, built);
                Svg2Look.put(element, built);
                solid(element, built);
                if (built.getFilter() != null) {
                    built.setFilter(new GuardedFilter(built.getFilter(), built, why -> drawn.add(unfiltered(element))));
                }
                if (built.getMask() != null) {
                    built.setMask(LightMask.of(built.getMask()));
                }
            }
        }

        /** The area within the outlines of a clip is worked out; that of what is drawn is not. */
        private static void requireSimpleClip(Element element, GraphicsNode built) {
            if (element.getParentNode() instanceof Element parent
                    && Elements.is(parent, "clipPath")
                    && built.getOutline() != null
                    && Crossings.of(built.getOutline()) > Crossings.MOST) {
                throw WorkBudget.Exceeded.ofNature(
                        "It is clipped by an outline that crosses itself millions of times.");
            }
        }

        private static Notice leftOut(Element element) {
            return Notice.caution(
                    "not-drawn",
                    "%s cannot be drawn and is left out. Open the drawing in the program that made it and simplify that part."
                            .formatted(called(element)));
        }

        private static Notice unfiltered(Element element) {
            return Notice.caution(
                    "filter-left-out",
                    "A filter on %s cannot be rendered; that part is drawn without it."
                            .formatted(called(element).replaceFirst("^A", "a").replaceFirst("^The", "the")));
        }

        private static Notice solid(Element element) {
            return Notice.caution(
                    "dashes-left-out",
                    "%s is a line of more than a million dashes; it is drawn without gaps.".formatted(called(element)));
        }

        private static String called(Element element) {
            String name = Elements.name(element);
            String kind = Elements.kind(element);
            return name.isEmpty() ? "An element “%s”".formatted(kind) : "The element “%s” (%s)".formatted(name, kind);
        }
    }
}
