package app.vineparcel.core.source.openraster;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/**
 * One entry of an OpenRaster stack: a layer, or a group with entries of its own, the topmost first.
 *
 * @param key its place in the stack, such as {@code 2.1}
 * @param name as the document has it
 * @param file the layer's picture within the archive; empty for a group
 * @param x where the layer lies, px from the left
 * @param y px from the top
 * @param opacity 0 to 1
 * @param shown whether the document shows it
 * @param isolated whether a group is items together before it meets what is beneath
 * @param blend how it is items over
 * @param entries what a group holds
 */
record Stack(
        String key,
        String name,
        String file,
        int x,
        int y,
        float opacity,
        boolean shown,
        boolean isolated,
        Blend blend,
        List<Stack> entries) {

    private static final int MOST_LAYERS = 2000;
    private static final int DEEPEST = 40;

    /**
     * A whole stack.
     *
     * @param width of the picture, px
     * @param height of the picture, px
     * @param root a group
     */
    record Whole(int width, int height, Stack root) {}

    boolean isGroup() {
        return file.isEmpty();
    }

    /** Reads {@code stack.xml}. */
    static Whole read(byte[] xml) throws IOException {
        Element image = parse(xml);
        if (!"image".equals(image.getTagName())) {
            throw new IOException("its stack.xml does not describe a picture.");
        }
        int[] count = {0};
        for (Node node = image.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element element && element.getTagName().equals("stack")) {
                int width = (int) number(image, "w", 0);
                int height = (int) number(image, "h", 0);
                if (width < 1 || height < 1) {
                    throw new IOException("its stack.xml gives no size.");
                }
                return new Whole(width, height, entry(element, "", count, 0, 0, 0));
            }
        }
        throw new IOException("its stack.xml holds no stack.");
    }

    private static Element parse(byte[] xml) throws IOException {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(null);
            builder.setEntityResolver((publicId, systemId) -> new InputSource(new StringReader("")));
            return builder.parse(new ByteArrayInputStream(xml)).getDocumentElement();
        } catch (SAXException | ParserConfigurationException e) {
            throw new IOException("its stack.xml is damaged.", e);
        }
    }

    private static Stack entry(Element element, String key, int[] count, int depth, int left, int top)
            throws IOException {
        if (++count[0] > MOST_LAYERS || depth > DEEPEST) {
            throw new IOException(
                    "it has more than %d layers, or groups nested more than %d deep.".formatted(MOST_LAYERS, DEEPEST));
        }
        int x = left + (int) number(element, "x", 0);
        int y = top + (int) number(element, "y", 0);
        List<Stack> entries = new ArrayList<>();
        for (Node node = element.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element child && List.of("stack", "layer").contains(child.getTagName())) {
                String place = (key.isEmpty() ? "" : key + ".") + (entries.size() + 1);
                entries.add(entry(child, place, count, depth + 1, x, y));
            }
        }
        String name = element.getAttribute("name");
        return new Stack(
                key,
                name.isBlank() ? (key.isEmpty() ? "" : "Layer " + key) : name.strip(),
                element.getTagName().equals("layer") ? element.getAttribute("src") : "",
                x,
                y,
                (float) Math.max(0, Math.min(1, number(element, "opacity", 1))),
                !"hidden".equals(element.getAttribute("visibility")),
                !"auto".equals(element.getAttribute("isolation")),
                Blend.of(element.getAttribute("composite-op")),
                List.copyOf(entries));
    }

    private static double number(Element element, String attribute, double usual) {
        String text = element.getAttribute(attribute);
        try {
            double number = text.isBlank() ? usual : Double.parseDouble(text.strip());
            return Double.isFinite(number) && Math.abs(number) < 1e7 ? number : usual;
        } catch (NumberFormatException e) {
            return usual;
        }
    }
}
