package app.vineparcel.core.measure;

import app.vineparcel.core.colour.Gamut;
import app.vineparcel.core.raster.Pixels;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntPredicate;

/**
 * Which colours a picture has, and how much of each: the nodes of a cube of {@value #NODES} steps each way over ROMM RGB (ISO 22028-2) by its codes,
 * which holds every colour that pictures have.
 */
public final class ColourSpread {

    /** Steps of the cube, each way. */
    public static final int NODES = Gamut.NODES;

    /** Nothing is known. */
    public static final ColourSpread NONE = new ColourSpread(new char[0], new char[0]);

    private static final double LEAST = 0.0004;
    private static final int MOST = 500;
    private static final int FULL = 65535;

    /** Each {@code (red × 33 + green) × 33 + blue}, once. */
    private final char[] nodes;

    /** Of the pixels near each node, full scale 65535. */
    private final char[] shares;

    ColourSpread(char[] nodes, char[] shares) {
        this.nodes = nodes.clone();
        this.shares = shares.clone();
    }

    char[] nodes() {
        return nodes.clone();
    }

    char[] shares() {
        return shares.clone();
    }

    /**
     * Counts.
     *
     * @param romm ROMM RGB, 16 bits; what is clear does not count
     */
    public static ColourSpread of(Pixels romm) {
        short[] samples = romm.shorts();
        int bands = romm.bands();
        Map<Integer, Integer> counts = new HashMap<>();
        int seen = 0;
        for (int i = 0; i < samples.length; i += bands) {
            if (romm.hasAlpha() && (samples[i + bands - 1] & 0xffff) < FULL / 2) {
                continue;
            }
            seen++;
            int node = (node(samples[i]) * NODES + node(samples[i + 1])) * NODES + node(samples[i + 2]);
            counts.merge(node, 1, Integer::sum);
        }
        double all = seen;
        List<Map.Entry<Integer, Integer>> most = counts.entrySet().stream()
                .filter(entry -> entry.getValue() / all >= LEAST)
                .sorted(Map.Entry.<Integer, Integer>comparingByValue(Comparator.reverseOrder())
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(MOST)
                .toList();
        char[] nodes = new char[most.size()];
        char[] shares = new char[most.size()];
        for (int i = 0; i < nodes.length; i++) {
            nodes[i] = (char) (int) most.get(i).getKey();
            shares[i] = (char) Math.round(most.get(i).getValue() / all * FULL);
        }
        return new ColourSpread(nodes, shares);
    }

    private static int node(short sample) {
        return ((sample & 0xffff) * (NODES - 1) + FULL / 2) / FULL;
    }

    /** The share of the pixels whose node is such, 0 to 1. */
    public double share(IntPredicate such) {
        int sum = 0;
        for (int i = 0; i < nodes.length; i++) {
            sum += such.test(nodes[i]) ? shares[i] : 0;
        }
        return sum / (double) FULL;
    }

    /** How much of two pictures has the same colours, 0 to 1; 1 for two of which nothing is known. */
    public double overlap(ColourSpread other) {
        if (nodes.length == 0 && other.nodes.length == 0) {
            return 1;
        }
        Map<Character, Character> theirs = new HashMap<>();
        for (int i = 0; i < other.nodes.length; i++) {
            theirs.put(other.nodes[i], other.shares[i]);
        }
        int common = 0;
        for (int i = 0; i < nodes.length; i++) {
            common += Math.min(shares[i], theirs.getOrDefault(nodes[i], '\0'));
        }
        return common / (double) FULL;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof ColourSpread that
                && Arrays.equals(nodes, that.nodes)
                && Arrays.equals(shares, that.shares);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(nodes) + Arrays.hashCode(shares);
    }
}
