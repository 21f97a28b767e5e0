package app.vineparcel.core.source.svg;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.source.Piece;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.w3c.dom.Element;

/**
 * A part of an SVG's canvas that is meant to be seen on its own: a view with a view box, a nested svg element, or all of it.
 *
 * @param box on the canvas, CSS px
 * @param wants words of the recipes that it asks for
 */
record Artboard(String key, String name, Box box, List<String> wants) {

    private static final Set<String> NOT_DRAWN =
            Set.of("defs", "symbol", "clipPath", "mask", "pattern", "marker", "metadata");

    static List<Artboard> all(Element root, SvgScene scene, String stem) throws IOException {
        List<Artboard> found = views(root, scene);
        if (found.isEmpty()) {
            found = nested(root, scene);
        }
        return found.isEmpty()
                ? List.of(canvas(root, scene, stem)
                        .orElseThrow(() -> new IOException("it has no size that could be drawn.")))
                : found;
    }

    /** All of the canvas; empty where it has no size. */
    static Optional<Artboard> canvas(Element root, SvgScene scene, String name) {
        boolean sound = scene.width() > 0 && scene.height() > 0 && scene.width() < 1e6 && scene.height() < 1e6;
        return sound
                ? Optional.of(new Artboard(
                        Piece.WHOLE, name, new Box(0, 0, scene.width(), scene.height()), RecipeWords.of(root)))
                : Optional.empty();
    }

    private static List<Artboard> views(Element root, SvgScene scene) {
        AffineTransform toCanvas = scene.viewTransform(root);
        List<Artboard> found = new ArrayList<>();
        Elements.each(root, element -> {
            if (Elements.is(element, "view")) {
                viewBox(element)
                        .ifPresent(box -> found.add(named(
                                element,
                                found.size() + 1,
                                toCanvas.createTransformedShape(box).getBounds2D())));
            }
        });
        return found;
    }

    private static Optional<Rectangle2D> viewBox(Element view) {
        String[] numbers = view.getAttribute("viewBox").strip().split("[\\s,]+");
        if (numbers.length != 4) {
            return Optional.empty();
        }
        try {
            Rectangle2D box = new Rectangle2D.Double(
                    Double.parseDouble(numbers[0]),
                    Double.parseDouble(numbers[1]),
                    Double.parseDouble(numbers[2]),
                    Double.parseDouble(numbers[3]));
            return Optional.of(box).filter(b -> b.getWidth() > 0 && b.getHeight() > 0);
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    private static List<Artboard> nested(Element root, SvgScene scene) {
        List<Artboard> found = new ArrayList<>();
        nested(root, scene, found);
        return found;
    }

    private static void nested(Element parent, SvgScene scene, List<Artboard> found) {
        for (Element child : Elements.in(parent)) {
            if (Elements.is(child, "svg")) {
                viewport(child, scene).ifPresent(box -> found.add(named(child, found.size() + 1, box)));
            } else if (!NOT_DRAWN.contains(Elements.kind(child))) {
                nested(child, scene, found);
            }
        }
    }

    /** Where a nested svg element stands: its own box, imported onto the canvas. */
    private static Optional<Rectangle2D> viewport(Element svg, SvgScene scene) {
        Optional<AffineTransform> toCanvas = scene.parentTransform(svg);
        Optional<Double> width = Lengths.px(svg.getAttribute("width"));
        Optional<Double> height = Lengths.px(svg.getAttribute("height"));
        if (toCanvas.isEmpty() || width.isEmpty() || height.isEmpty()) {
            return scene.bounds(svg);
        }
        Rectangle2D box = new Rectangle2D.Double(
                Lengths.px(svg.getAttribute("x")).orElse(0.0),
                Lengths.px(svg.getAttribute("y")).orElse(0.0),
                width.get(),
                height.get());
        return Optional.of(toCanvas.get().createTransformedShape(box).getBounds2D())
                .filter(b -> b.getWidth() > 0 && b.getHeight() > 0);
    }

    private static Artboard named(Element element, int number, Rectangle2D box) {
        String id = element.getAttribute("id");
        String name = Elements.name(element);
        return new Artboard(
                id.isEmpty() ? "artboard-" + number : id,
                name.isEmpty() ? "Artboard " + number : name,
                new Box(box.getX(), box.getY(), box.getWidth(), box.getHeight()),
                RecipeWords.of(element));
    }
}
