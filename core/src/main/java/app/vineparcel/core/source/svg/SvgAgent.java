package app.vineparcel.core.source.svg;

import java.awt.Dimension;
import java.awt.geom.Dimension2D;
import org.apache.batik.bridge.EmbededExternalResourceSecurity;
import org.apache.batik.bridge.ExternalResourceSecurity;
import org.apache.batik.bridge.FontFamilyResolver;
import org.apache.batik.bridge.NoLoadScriptSecurity;
import org.apache.batik.bridge.ScriptSecurity;
import org.apache.batik.bridge.UserAgentAdapter;
import org.apache.batik.util.ParsedURL;
import org.w3c.dom.Element;
import org.w3c.dom.svg.SVGDocument;

/** What the renderer asks about its surroundings: a CSS px is a 96th of an inch, nothing outside the file is loaded, no script runs. */
final class SvgAgent extends UserAgentAdapter {

    private static final double INCH = 25.4;
    /** What a document without a size of its own is as large as (CSS 2.1, 10.3.2). */
    private static final Dimension USUAL_VIEWPORT = new Dimension(300, 150);

    private final Dimension2D viewport;
    private final SvgFonts fonts = new SvgFonts();

    SvgAgent() {
        this(USUAL_VIEWPORT);
    }

    /** With a viewport that percentages count from. */
    SvgAgent(Dimension2D viewport) {
        this.viewport = viewport;
        addStdFeatures();
    }

    /** Which fonts of a document were found. */
    SvgFonts fonts() {
        return fonts;
    }

    @Override
    public FontFamilyResolver getFontFamilyResolver() {
        return fonts;
    }

    @Override
    public Dimension2D getViewportSize() {
        return viewport;
    }

    @Override
    public float getPixelUnitToMillimeter() {
        return (float) (INCH / 96);
    }

    @Override
    public ScriptSecurity getScriptSecurity(String type, ParsedURL script, ParsedURL document) {
        return new NoLoadScriptSecurity(type);
    }

    @Override
    public ExternalResourceSecurity getExternalResourceSecurity(ParsedURL resource, ParsedURL document) {
        return new EmbededExternalResourceSecurity(resource);
    }

    @Override
    public SVGDocument getBrokenLinkDocument(Element element, String url, String message) {
        throw new IllegalStateException("a picture in it is damaged");
    }

    @Override
    public void displayError(Exception error) {
        System.getLogger(SvgAgent.class.getName()).log(System.Logger.Level.DEBUG, "in an SVG", error);
    }

    @Override
    public void displayError(String message) {
        System.getLogger(SvgAgent.class.getName()).log(System.Logger.Level.DEBUG, message);
    }

    @Override
    public void displayMessage(String message) {
        displayError(message);
    }
}
