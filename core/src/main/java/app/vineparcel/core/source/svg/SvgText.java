package app.vineparcel.core.source.svg;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.util.zip.GZIPInputStream;
import javax.xml.XMLConstants;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.parsers.SAXParser;
import javax.xml.parsers.SAXParserFactory;
import org.apache.batik.anim.dom.SAXSVGDocumentFactory;
import org.apache.batik.util.SVGConstants;
import org.w3c.dom.Document;
import org.xml.sax.Attributes;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;
import org.xml.sax.helpers.AttributesImpl;
import org.xml.sax.helpers.XMLFilterImpl;

/** From bytes to a document tree: bounded in size, with no entity, style sheet or DTD fetched from anywhere. */
final class SvgText {

    /** The most bytes of a document, unpacked. */
    private static final int LARGEST = 64_000_000;

    private static final String LIMITS = "http://www.oracle.com/xml/jaxp/properties/";
    /** The base of relative addresses: one that leads nowhere. */
    static final String NOWHERE = "file:///nowhere/document.svg";

    private SvgText() {}

    /**
     * Parses a document.
     *
     * @param memory what its elements are counted in
     *
     * @throws IOException with a reason in words if it is too large, not well-formed or no SVG
     */
    static Document parse(byte[] bytes, TreeMemory memory) throws IOException {
        byte[] text = unpacked(bytes);
        try {
            return new SAXSVGDocumentFactory(null)
                    .createDocument(
                            SVGConstants.SVG_NAMESPACE_URI, "svg", NOWHERE, new Bounded(reader(), text, memory));
        } catch (IOException e) {
            throw new IOException(reason(e), e);
        } catch (RuntimeException | ParserConfigurationException | SAXException e) {
            if (e.getCause() instanceof IOException told) {
                throw told;
            }
            throw new IOException("its XML is damaged.", e);
        }
    }

    private static byte[] unpacked(byte[] bytes) throws IOException {
        boolean packed = bytes.length > 2 && (bytes[0] & 0xff) == 0x1f && (bytes[1] & 0xff) == 0x8b;
        if (!packed) {
            requireSize(bytes.length);
            return bytes;
        }
        try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(bytes))) {
            byte[] text = in.readNBytes(LARGEST + 1);
            requireSize(text.length);
            return text;
        } catch (java.io.EOFException | java.util.zip.ZipException e) {
            throw new IOException("its compression is damaged.", e);
        }
    }

    private static void requireSize(int length) throws IOException {
        if (length > LARGEST) {
            throw new IOException("it has more than %d MB of text.".formatted(LARGEST / 1_000_000));
        }
    }

    /** Reads the text it was given, whatever address it is asked for. */
    private static final class Bounded extends XMLFilterImpl {

        private final byte[] text;
        private final TreeMemory memory;
        private boolean begun;

        Bounded(XMLReader reader, byte[] text, TreeMemory memory) {
            super(reader);
            this.memory = memory;
            this.text = text;
        }

        /** Some programs leave the namespace out; then all elements without one are of SVG. */
        @Override
        public void startElement(String uri, String local, String qualified, Attributes given) throws SAXException {
            try {
                memory.element();
            } catch (IOException e) {
                throw new SAXException(e);
            }
            if (!begun && uri.isEmpty() && qualified.equals("svg")) {
                AttributesImpl named = new AttributesImpl(given);
                named.addAttribute("", "xmlns", "xmlns", "CDATA", SVGConstants.SVG_NAMESPACE_URI);
                begun = true;
                super.startElement(SVGConstants.SVG_NAMESPACE_URI, local, qualified, named);
                return;
            }
            begun = true;
            super.startElement(uri, local, qualified, given);
        }

        @Override
        public void parse(InputSource asked) throws SAXException, IOException {
            InputSource source = new InputSource(new ByteArrayInputStream(text));
            source.setSystemId(NOWHERE);
            super.parse(source);
        }
    }

    private static XMLReader reader() throws ParserConfigurationException, SAXException {
        SAXParserFactory factory = SAXParserFactory.newDefaultInstance();
        factory.setNamespaceAware(true);
        factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
        factory.setFeature("http://xml.org/sax/features/external-general-entities", false);
        factory.setFeature("http://xml.org/sax/features/external-parameter-entities", false);
        factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
        SAXParser parser = factory.newSAXParser();
        parser.setProperty(LIMITS + "entityExpansionLimit", "1000");
        parser.setProperty(LIMITS + "totalEntitySizeLimit", "1000000");
        parser.setProperty(LIMITS + "maxElementDepth", "500");
        parser.setProperty(LIMITS + "elementAttributeLimit", "2000");
        XMLReader reader = parser.getXMLReader();
        reader.setFeature("http://xml.org/sax/features/namespace-prefixes", true); // the tree builder looks for xmlns
        reader.setEntityResolver((publicId, systemId) -> new InputSource(new StringReader("")));
        return reader;
    }

    private static String reason(IOException e) {
        String message = String.valueOf(e.getMessage());
        if (message.contains("JAXP")) {
            return message.contains("epth")
                    ? "its elements are nested more than 500 deep."
                    : "its entities or attributes expand beyond any sensible size.";
        }
        if (message.contains("Root element")) {
            return "its root element is not an svg element of the SVG namespace.";
        }
        return "its XML is damaged: " + message.lines().findFirst().orElse("") + ".";
    }
}
