package app.vineparcel.core.render;

import app.vineparcel.core.codec.DataUri;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.formats.FoundMetadata;
import app.vineparcel.core.codec.pdf.CarriedData;
import app.vineparcel.core.metadata.LocationCheck;
import app.vineparcel.core.plan.PlannedRendition;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** What the plan found by the recipe is looked at again in the file itself: whether it says where a picture was taken, where its channel does not allow that. */
final class LocationRule {

    private static final int GZIP = 0x1f;

    private LocationRule() {}

    /** What a file has to be looked into as. */
    private enum Content {
        PICTURE,
        PDF,
        SVG,
        /** Packed, so that what is inside is not looked into. */
        PACKED
    }

    /** @throws IOException in words if it would */
    static void require(PlannedRendition planned, Path file) throws IOException {
        if (!planned.column().rules().withoutLocation()) {
            return;
        }
        Content content = content(planned, file);
        if (content == Content.PACKED) {
            throw new IOException(
                    "it cannot be looked into for where a picture was taken, which this channel does not allow.");
        }
        if (saysPlace(content, file)) {
            throw new IOException("it would say where the picture was taken, which this channel does not allow.");
        }
    }

    private static Content content(PlannedRendition planned, Path file) throws IOException {
        OutputFormat format = planned.column().recipe().format();
        if (format.copies()) {
            return switch (planned.piece().info().format()) {
                case PDF -> Content.PDF;
                case SVG -> isPlain(file) ? Content.SVG : Content.PACKED;
                case OPENRASTER -> Content.PACKED;
                default -> Content.PICTURE;
            };
        }
        return format.shapes()
                .map(Shapes::container)
                .map(container -> switch (container) {
                    case PDF -> Content.PDF;
                    case SVG -> Content.SVG;
                    default -> Content.PICTURE;
                })
                .orElse(Content.PICTURE);
    }

    private static boolean isPlain(Path svg) throws IOException {
        try (InputStream in = Files.newInputStream(svg)) {
            return in.read() != GZIP;
        }
    }

    private static boolean saysPlace(Content content, Path file) throws IOException {
        return switch (content) {
            case PDF -> {
                CarriedData.Found carried = CarriedData.in(file);
                yield carried.jpegs().stream().anyMatch(jpeg -> LocationCheck.finds(FoundMetadata.picture(jpeg)))
                        || carried.packets().stream().anyMatch(LocationCheck::findsInXmp);
            }
            case SVG ->
                DataUri.allIn(Files.readString(file)).stream()
                        .anyMatch(picture -> LocationCheck.finds(FoundMetadata.picture(picture.content())));
            default -> LocationCheck.finds(FoundMetadata.file(file));
        };
    }
}
