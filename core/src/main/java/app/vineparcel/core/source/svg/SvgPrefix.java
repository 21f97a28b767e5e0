package app.vineparcel.core.source.svg;

import org.w3c.dom.Element;

/** Keeps the ids of several drawings on one page apart. */
public final class SvgPrefix {

    private SvgPrefix() {}

    /** Puts a prefix before every id in an element and every reference to one. */
    public static void put(Element svg, String prefix) {
        SvgIds.prefix(svg, prefix);
    }
}
