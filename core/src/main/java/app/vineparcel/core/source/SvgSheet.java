package app.vineparcel.core.source;

import app.vineparcel.core.codec.DataUri;
import app.vineparcel.core.codec.formats.StrippedPicture;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.HashSet;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.Set;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.Transformer;
import javax.xml.transform.TransformerException;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NamedNodeMap;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** An SVG in the making (SVG 1.1, second edition): pieces are put on it, each within its own place. */
public final class SvgSheet {

    private static final String SVG = "http://www.w3.org/2000/svg";

    private final Document document;
    private final Extent size;
    private final String title;
    private final OptionalInt ground;
    private final Set<String> prefixes = new HashSet<>();
    private final Element root;
    private boolean several;

    /**
     * An empty one.
     *
     * @param size CSS px
     * @param ground 0xRRGGBB; empty for none
     */
    public SvgSheet(String title, Extent size, OptionalInt ground) throws IOException {
        try {
            document = DocumentBuilderFactory.newDefaultNSInstance()
                    .newDocumentBuilder()
                    .newDocument();
        } catch (ParserConfigurationException e) {
            throw new IOException("an SVG cannot be made here.", e);
        }
        this.title = title;
        this.size = size;
        this.ground = ground;
        this.root = document.createElementNS(SVG, "svg");
        root.setAttribute("width", number(size.width()));
        root.setAttribute("height", number(size.height()));
        root.setAttribute("viewBox", "0 0 %s %s".formatted(number(size.width()), number(size.height())));
    }

    /** What elements are to be made by. */
    public Document document() {
        return document;
    }

    /** What stands before the ids of a piece: of its name, and used for no other piece on this sheet. */
    public String prefix(String name) {
        String word =
                name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-+|-+$", "");
        String start = word.isEmpty() || !Character.isLetter(word.charAt(0)) ? "p" + word : word;
        String prefix = start + "-";
        for (int i = 2; !prefixes.add(prefix); i++) {
            prefix = start + "-" + i + "-";
        }
        return prefix;
    }

    /** Puts an svg element in its place. */
    public void put(Element svg, Box place) {
        several |= root.hasChildNodes();
        svg.setAttribute("x", number(place.x()));
        svg.setAttribute("y", number(place.y()));
        svg.setAttribute("width", number(place.width()));
        svg.setAttribute("height", number(place.height()));
        svg.setAttribute("preserveAspectRatio", "none");
        root.appendChild(svg);
    }

    /** Takes out what pictures that are written out in it say of themselves. */
    public void stripPictures() {
        NodeList all = root.getElementsByTagName("*");
        for (int i = 0; i < all.getLength(); i++) {
            NamedNodeMap attributes = all.item(i).getAttributes();
            for (int j = 0; j < attributes.getLength(); j++) {
                Node address = attributes.item(j);
                DataUri.parse(address.getNodeValue()).ifPresent(picture -> {
                    byte[] bare = StrippedPicture.of(picture.content());
                    if (bare != picture.content()) {
                        address.setNodeValue(new DataUri(picture.type(), bare).written());
                    }
                });
            }
        }
    }

    /** The file's bytes. */
    public byte[] written() throws IOException {
        Element outer = lone() ? (Element) root.removeChild(root.getFirstChild()) : root;
        if (outer != root) {
            outer.removeAttribute("x");
            outer.removeAttribute("y");
            outer.removeAttribute("preserveAspectRatio");
        }
        outer.setAttribute("xmlns", SVG);
        if (ground.isPresent()) {
            Element rect = document.createElementNS(SVG, "rect");
            rect.setAttribute("width", number(size.width()));
            rect.setAttribute("height", number(size.height()));
            rect.setAttribute("fill", "#%06x".formatted(ground.getAsInt()));
            outer.insertBefore(rect, outer.getFirstChild());
        }
        Element named = document.createElementNS(SVG, "title");
        named.setTextContent(title);
        outer.insertBefore(named, outer.getFirstChild());
        document.appendChild(outer);
        return bytes();
    }

    /** Whether one piece fills all of it, so that nothing need stand around it. */
    private boolean lone() {
        if (several || ground.isPresent() || !root.hasChildNodes()) {
            return false;
        }
        Element only = (Element) root.getFirstChild();
        return only.getAttribute("x").equals("0")
                && only.getAttribute("y").equals("0")
                && only.getAttribute("width").equals(number(size.width()))
                && only.getAttribute("height").equals(number(size.height()));
    }

    private byte[] bytes() throws IOException {
        try {
            Transformer transformer = TransformerFactory.newDefaultInstance().newTransformer();
            transformer.setOutputProperty(OutputKeys.ENCODING, "UTF-8");
            transformer.setOutputProperty(OutputKeys.OMIT_XML_DECLARATION, "yes");
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            transformer.transform(new DOMSource(document), new StreamResult(bytes));
            return bytes.toByteArray();
        } catch (TransformerException e) {
            throw new IOException("its text cannot be written.", e);
        }
    }

    private static String number(double number) {
        return BigDecimal.valueOf(number)
                .setScale(4, RoundingMode.HALF_EVEN)
                .stripTrailingZeros()
                .toPlainString();
    }
}
