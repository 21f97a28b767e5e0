package app.vineparcel.core.plan;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.recipe.Recipe;
import java.util.List;
import java.util.regex.Pattern;

/** Looks over what is said of a piece: its name, its rights, its alternative text, and whether its file is still the one that was read. */
final class MetadataPreflight {

    /** Names that cameras, phones, scanners and programs give by themselves. */
    private static final Pattern GENERIC = Pattern.compile(
            "(?i)(?:(?:_?(?:img|dsc[fnp]?|mvi|pict|imag|photo|foto|image|scan|pxl|gopr|dji|screenshot|bildschirmfoto|capture|untitled|unbenannt|unnamed"
                    + "|layer|ebene|artboard|group|gruppe|rectangle|ellipse|path|frame|copy of|new document)|p[0-9a-d]{2,3}|_mg|_dsc)[\\s_\\-().]*[\\d\\s_\\-().x]*"
                    + "|\\d{8}[_-]\\d{6}\\d*|\\d{1,6})(?:[-_]\\d+(?:x\\d+)?)?");

    private MetadataPreflight() {}

    static void check(PlanPiece piece, PlanColumn column, String path, List<Finding> findings) {
        file(piece, findings);
        name(piece, path, findings);
        copy(piece, column.recipe(), findings);
        rights(piece, column, findings);
        if (column.rules().wantsAltText() && !saysWhatItShows(piece, column)) {
            findings.add(
                    new Finding(
                            Finding.Level.HINT,
                            "no-alt-text",
                            "It has no alternative text, and this channel requires it. Write it for the piece; it goes into the files."));
        }
        if (!piece.piece().isDrawn()
                && piece.info().profileTitle().isEmpty()
                && piece.info().profileFault().isEmpty()
                && !piece.info().format().isVector()
                && piece.info().format() != SourceFormat.OPENRASTER) { // which is sRGB by its standard
            findings.add(new Finding(
                    Finding.Level.HINT, "untagged", "The picture carries no colour profile and is read as sRGB."));
        }
        piece.known()
                .twin()
                .ifPresent(twin -> findings.add(new Finding(
                        Finding.Level.HINT,
                        "duplicate",
                        "It looks the same as “%s”, or nearly. Turn one of them off if that is not intended."
                                .formatted(twin))));
    }

    /** What a copy cannot do as a recipe or a piece has it. */
    private static void copy(PlanPiece piece, Recipe recipe, List<Finding> findings) {
        if (!recipe.format().copies()) {
            return;
        }
        if (!piece.piece().isWhole()) {
            findings.add(new Finding(
                    Finding.Level.HINT,
                    "copy-of-whole",
                    "The whole file %s is copied, not this piece alone."
                            .formatted(piece.info().fileName())));
        }
        if (piece.info().format() != SourceFormat.JPEG && !recipe.metadata().keepsAll()) {
            findings.add(
                    new Finding(
                            Finding.Level.CAUTION,
                            "copy-keeps-metadata",
                            "All of its metadata go along: only of a JPEG can a copy leave some out. Let the recipe keep everything, or choose a format."));
        }
    }

    private static boolean saysWhatItShows(PlanPiece piece, PlanColumn column) {
        boolean carried = column.recipe().metadata().keep() != MetadataPolicy.Keep.NONE
                && piece.info().facts().altText().isPresent();
        return carried || piece.known().altText().isPresent();
    }

    private static void file(PlanPiece piece, List<Finding> findings) {
        switch (piece.known().file()) {
            case MISSING ->
                findings.add(new Finding(
                        Finding.Level.BLOCKER,
                        "source-missing",
                        "Its file %s is missing. Put it back, or remove the source."
                                .formatted(piece.info().fileName())));
            case CHANGED ->
                findings.add(new Finding(
                        Finding.Level.HINT, "source-changed", "Its file has changed and is being read again."));
            case AS_READ -> {}
        }
    }

    private static void name(PlanPiece piece, String path, List<Finding> findings) {
        boolean generic = GENERIC.matcher(piece.name().strip()).matches();
        String name = path.substring(path.lastIndexOf('/') + 1);
        int dot = name.lastIndexOf('.');
        if (generic && GENERIC.matcher(dot > 0 ? name.substring(0, dot) : name).matches()) {
            findings.add(new Finding(
                    Finding.Level.HINT,
                    "generic-name",
                    "“%s” is a default name from a camera or program, and would become a file name. Rename the piece."
                            .formatted(piece.name())));
        }
    }

    private static void rights(PlanPiece piece, PlanColumn column, List<Finding> findings) {
        if (!column.rules().wantsRights()) {
            return;
        }
        MetadataPolicy policy = column.recipe().metadata();
        Rights carried = policy.keep() == MetadataPolicy.Keep.NONE
                ? Rights.NONE
                : piece.info().facts().rights();
        Rights said = carried.with(policy.set());
        if (said.creator().isEmpty() && said.licence().isEmpty()) {
            findings.add(
                    new Finding(
                            Finding.Level.CAUTION,
                            "no-rights",
                            "This channel requires rights, and the file would name neither creator nor licence. Add them to the recipe's metadata, or to the picture."));
        }
    }
}
