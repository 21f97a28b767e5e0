package app.vineparcel.core.source.svg;

import app.vineparcel.core.codec.DataUri;
import java.io.IOException;
import java.io.InputStream;
import org.apache.batik.anim.dom.SVGOMDocument;
import org.apache.batik.bridge.DocumentLoader;
import org.apache.batik.bridge.UserAgent;
import org.apache.batik.util.ParsedURL;
import org.w3c.dom.Document;

/** Reads drawings that are written out within a drawing, by the same rules as the outer one. */
final class EmbeddedDrawings extends DocumentLoader {

    private final TreeMemory memory;

    EmbeddedDrawings(UserAgent agent, TreeMemory memory) {
        super(agent);
        this.memory = memory;
    }

    @Override
    public Document loadDocument(String address) throws IOException {
        DataUri picture =
                DataUri.parse(address).orElseThrow(() -> new IOException("a drawing in it leads out of the file."));
        return document(picture.content());
    }

    @Override
    public Document loadDocument(String address, InputStream in) throws IOException {
        return document(in.readAllBytes());
    }

    private Document document(byte[] bytes) throws IOException {
        Document document = SvgText.parse(bytes, memory);
        SvgRules.check(document.getDocumentElement());
        SvgForBatik.prepare(document.getDocumentElement());
        ((SVGOMDocument) document).setDocumentURI(SvgText.NOWHERE);
        ((SVGOMDocument) document).setParsedURL(new ParsedURL(SvgText.NOWHERE));
        return document;
    }
}
