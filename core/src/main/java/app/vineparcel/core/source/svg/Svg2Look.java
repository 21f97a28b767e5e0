package app.vineparcel.core.source.svg;

import app.vineparcel.core.codec.BlendComposite;
import app.vineparcel.core.raster.BlendMode;
import java.awt.AlphaComposite;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.batik.gvt.CompositeShapePainter;
import org.apache.batik.gvt.FillShapePainter;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.batik.gvt.ShapeNode;
import org.apache.batik.gvt.ShapePainter;
import org.apache.batik.gvt.StrokeShapePainter;
import org.w3c.dom.Element;

/** What SVG 2 and CSS say of an element's look beyond what the renderer knows: blend modes, and the order of fill, stroke and markers. */
final class Svg2Look {

    private Svg2Look() {}

    static void put(Element element, GraphicsNode node) {
        said(element, "mix-blend-mode").flatMap(BlendMode::of).ifPresent(mode -> {
            double opacity = node.getComposite() instanceof AlphaComposite alpha ? alpha.getAlpha() : 1;
            node.setComposite(new BlendComposite(mode, opacity));
        });
        said(element, "isolation")
                .filter(word -> word.equals("isolate")
                        && (node.getComposite() == null || node.getComposite().equals(AlphaComposite.SrcOver)))
                .ifPresent(word -> node.setComposite(AlphaComposite.SrcOver.derive(Math.nextDown(1f))));
        said(element, "paint-order").ifPresent(order -> reorder(node, order));
    }

    private static Optional<String> said(Element element, String property) {
        Matcher style =
                Pattern.compile("(?:^|;)\\s*" + property + "\\s*:\\s*([^;]+)").matcher(element.getAttribute("style"));
        String value = style.find() ? style.group(1) : element.getAttribute(property);
        return value.isBlank() ? Optional.empty() : Optional.of(value.strip());
    }

    private static void reorder(GraphicsNode node, String order) {
        if (!(node instanceof ShapeNode shape)
                || !(shape.getShapePainter() instanceof CompositeShapePainter painters)) {
            return;
        }
        List<ShapePainter> left = new ArrayList<>();
        for (int i = 0; i < painters.getShapePainterCount(); i++) {
            left.add(painters.getShapePainter(i));
        }
        CompositeShapePainter ordered = new CompositeShapePainter(shape.getShape());
        for (String word : order.split("\\s+")) {
            for (ShapePainter painter : List.copyOf(left)) {
                if (isOf(painter, word)) {
                    ordered.addShapePainter(painter);
                    left.remove(painter);
                }
            }
        }
        left.forEach(ordered::addShapePainter);
        shape.setShapePainter(ordered);
    }

    private static boolean isOf(ShapePainter painter, String word) {
        return switch (word) {
            case "fill" -> painter instanceof FillShapePainter;
            case "stroke" -> painter instanceof StrokeShapePainter;
            case "markers" -> !(painter instanceof FillShapePainter) && !(painter instanceof StrokeShapePainter);
            default -> false;
        };
    }
}
