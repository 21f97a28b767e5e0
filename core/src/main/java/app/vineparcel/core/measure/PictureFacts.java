package app.vineparcel.core.measure;

import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.colour.WhitePoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Saliency;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/**
 * What is known of a picture's pixels without decoding it again; measured once when it is read.
 *
 * @param silhouette what of it is clear, and how artwork meets that
 * @param colours which colours it has
 * @param attention what matters on it, as {@link Saliency} has it
 * @param light its lightness L*, 0 to 1 for 0 to 100; clear fields count as white
 * @param hash as {@link PictureHash} has it
 * @param structure what it is like from near
 * @param cost how many bits its pixels take
 */
public record PictureFacts(
        Silhouette silhouette,
        ColourSpread colours,
        CoarseMap attention,
        CoarseMap light,
        long hash,
        FineStructure structure,
        CodingCost cost) {

    /** Rises whenever something is measured otherwise; facts of another version are measured again. */
    public static final int VERSION = 1;

    /** The long edge, px, at which outlines are traced at most. */
    private static final int TRACED = 500;

    /** L* of luminances; finer than the map that it is for. */
    private static final int STEPS = 4096;

    private static final float[] LIGHTNESS = new float[STEPS + 1];

    static {
        for (int i = 0; i <= STEPS; i++) {
            double[] white = WhitePoint.d50();
            double luminance = (double) i / STEPS;
            LIGHTNESS[i] = (float) Lab.ofXyz(new double[] {white[0] * luminance, luminance, white[2] * luminance})
                    .l();
        }
    }

    /**
     * Measures.
     *
     * @param picture sRGB or grey, 8 bits; best some 1,200 to 2,400 px long
     * @param romm the same picture in ROMM RGB of 16 bits, of any size
     * @param attention found on the same picture
     * @param foretelling bits a pixel of a coder that foretells blocks from their neighbours
     */
    public static PictureFacts of(
            Pixels picture, Pixels romm, Saliency attention, ToDoubleFunction<Pixels> foretelling) {
        Pixels small = picture;
        while (small.size().longEdge() > TRACED) {
            small = CodingCost.halved(small);
        }
        Pixels covered = Codes.of(picture);
        return new PictureFacts(
                Silhouette.of(small),
                ColourSpread.of(romm),
                attention(attention),
                light(Codes.of(small)),
                PictureHash.of(small),
                FineStructure.of(covered),
                CodingCost.of(covered, foretelling));
    }

    private static CoarseMap attention(Saliency found) {
        float[] map = found.map();
        float most = 0;
        for (float value : map) {
            most = Math.max(most, value);
        }
        return CoarseMap.of(map, found.size().width(), found.size().height(), most == 0 ? 1 : most);
    }

    private static CoarseMap light(Pixels small) {
        PixelSize size = small.size();
        float[] light = new float[Math.toIntExact(size.pixels())];
        double[] luma = small.bands() < 3 ? new double[] {1} : new double[] {0.2126, 0.7152, 0.0722};
        for (int i = 0; i < light.length; i++) {
            double luminance = 0;
            for (int band = 0; band < luma.length; band++) {
                luminance += luma[band] * SrgbLab.light(small.bytes()[i * small.bands() + band] & 0xff);
            }
            light[i] = (float)
                    Lab.ofXyz(new double[] {luminance, luminance, luminance}).l();
        }
        return CoarseMap.of(light, size.width(), size.height(), 100);
    }

    /** The same with what is known of its cost at full size. */
    public PictureFacts costing(CodingCost other) {
        return new PictureFacts(silhouette, colours, attention, light, hash, structure, other);
    }

    /** The share of the visible artwork that cannot be told from a ground of that colour. */
    public double lostOn(int rgb, double apart) {
        return silhouette.lostOn(SrgbLab.of(rgb), apart);
    }

    /** As bytes, with the version first; some two thousand. */
    public byte[] bytes() {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (DataOutputStream out = new DataOutputStream(bytes)) {
            out.writeShort(VERSION);
            out.writeFloat((float) silhouette.clear());
            out.writeByte(silhouette.edges().size());
            for (Silhouette.Edge edge : silhouette.edges()) {
                out.writeFloat((float) edge.colour().l());
                out.writeFloat((float) edge.colour().a());
                out.writeFloat((float) edge.colour().b());
                out.writeFloat((float) edge.share());
            }
            char[] nodes = colours.nodes();
            char[] shares = colours.shares();
            out.writeShort(nodes.length);
            for (int i = 0; i < nodes.length; i++) {
                out.writeChar(nodes[i]);
                out.writeChar(shares[i]);
            }
            out.write(attention.values());
            out.write(light.values());
            out.writeLong(hash);
            out.writeFloat((float) structure.smooth());
            out.writeInt(structure.sharpEdge());
            out.writeInt(structure.lookedAt());
            out.writeByte(cost.sizes().size());
            for (CodingCost.AtSize size : cost.sizes()) {
                out.writeInt(size.edge());
                for (double bits : size.blocks()) {
                    out.writeFloat((float) bits);
                }
                out.writeFloat((float) size.foretold());
                out.writeFloat((float) size.packed());
            }
        } catch (IOException e) {
            throw new IllegalStateException("bytes in memory", e);
        }
        return bytes.toByteArray();
    }

    /** What {@link #bytes()} gave; empty if that was of another version or is no such thing. */
    public static Optional<PictureFacts> read(byte[] bytes) {
        try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
            if (in.readUnsignedShort() != VERSION) {
                return Optional.empty();
            }
            double clear = in.readFloat();
            List<Silhouette.Edge> edges = new ArrayList<>();
            for (int left = in.readUnsignedByte(); left > 0; left--) {
                Lab colour = new Lab(in.readFloat(), in.readFloat(), in.readFloat());
                edges.add(new Silhouette.Edge(colour, in.readFloat()));
            }
            char[] nodes = new char[in.readUnsignedShort()];
            char[] shares = new char[nodes.length];
            for (int i = 0; i < nodes.length; i++) {
                nodes[i] = in.readChar();
                shares[i] = in.readChar();
            }
            CoarseMap attention = map(in);
            CoarseMap light = map(in);
            long hash = in.readLong();
            FineStructure structure = new FineStructure(in.readFloat(), in.readInt(), in.readInt());
            return Optional.of(new PictureFacts(
                    new Silhouette(clear, edges),
                    new ColourSpread(nodes, shares),
                    attention,
                    light,
                    hash,
                    structure,
                    cost(in)));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static CoarseMap map(DataInputStream in) throws IOException {
        byte[] values = new byte[CoarseMap.EDGE * CoarseMap.EDGE];
        in.readFully(values);
        return new CoarseMap(values);
    }

    private static CodingCost cost(DataInputStream in) throws IOException {
        List<CodingCost.AtSize> sizes = new ArrayList<>();
        for (int left = in.readUnsignedByte(); left > 0; left--) {
            int edge = in.readInt();
            List<Double> blocks = new ArrayList<>();
            for (int i = 0; i < CodingCost.QUALITIES.size(); i++) {
                blocks.add((double) in.readFloat());
            }
            sizes.add(new CodingCost.AtSize(edge, blocks, in.readFloat(), in.readFloat()));
        }
        return new CodingCost(sizes);
    }
}
