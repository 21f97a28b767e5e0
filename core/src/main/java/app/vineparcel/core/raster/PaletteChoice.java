package app.vineparcel.core.raster;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Chooses a palette: boxes of cells are split where their spread is widest (Heckbert 1982, with the cut at the mean as Wu 1991 weighs it), then
 * every colour moves to the middle of the cells that are nearest to it (k-means), some rounds long.
 */
final class PaletteChoice {

    private static final int ROUNDS = 8;

    private final List<ColourCount.Bin> cells;
    private final float[] places;

    private PaletteChoice(List<ColourCount.Bin> cells, PaletteSpace space) {
        this.cells = cells;
        this.places = new float[cells.size() * PaletteSpace.AXES];
        for (int i = 0; i < cells.size(); i++) {
            space.place(cells.get(i).argb(), places, i * PaletteSpace.AXES);
        }
    }

    /** Up to so many colours, 0xAARRGGBB. */
    static List<Integer> of(List<ColourCount.Bin> cells, PaletteSpace space, int most) {
        PaletteChoice choice = new PaletteChoice(cells, space);
        int[][] groups = choice.split(Math.min(most, cells.size()));
        return choice.settled(groups);
    }

    /** A group of cells, and along which axis it is spread how widely. */
    private record Group(int[] members, int axis, double mean, double spread) {}

    private int[][] split(int wanted) {
        int[] all = new int[cells.size()];
        for (int i = 0; i < all.length; i++) {
            all[i] = i;
        }
        List<Group> groups = new ArrayList<>(List.of(measured(all)));
        while (groups.size() < wanted) {
            Group widest = groups.stream()
                    .max(Comparator.comparingDouble(Group::spread))
                    .orElseThrow();
            if (!(widest.spread() > 0)) {
                break;
            }
            groups.remove(widest);
            List<int[]> halves = halves(widest);
            groups.add(measured(halves.get(0)));
            groups.add(measured(halves.get(1)));
        }
        return groups.stream().map(Group::members).toArray(int[][]::new);
    }

    private List<int[]> halves(Group group) {
        List<Integer> low = new ArrayList<>();
        List<Integer> high = new ArrayList<>();
        for (int cell : group.members()) {
            (places[cell * PaletteSpace.AXES + group.axis()] <= group.mean() ? low : high).add(cell);
        }
        return List.of(
                low.stream().mapToInt(Integer::intValue).toArray(),
                high.stream().mapToInt(Integer::intValue).toArray());
    }

    private Group measured(int[] members) {
        int axis = 0;
        double widest = -1;
        double mean = 0;
        for (int candidate = 0; candidate < PaletteSpace.AXES; candidate++) {
            double weight = 0;
            double sum = 0;
            double squares = 0;
            for (int cell : members) {
                double value = places[cell * PaletteSpace.AXES + candidate];
                double count = cells.get(cell).count();
                weight += count;
                sum += count * value;
                squares += count * value * value;
            }
            double spread = squares - sum * sum / weight;
            if (spread > widest) {
                widest = spread;
                axis = candidate;
                mean = sum / weight;
            }
        }
        boolean one = members.length < 2 || !isSpread(members, axis);
        return new Group(members, axis, mean, one ? 0 : widest);
    }

    private boolean isSpread(int[] members, int axis) {
        float first = places[members[0] * PaletteSpace.AXES + axis];
        for (int cell : members) {
            if (places[cell * PaletteSpace.AXES + axis] != first) {
                return true;
            }
        }
        return false;
    }

    private List<Integer> settled(int[][] groups) {
        int count = groups.length;
        int[] owner = new int[cells.size()];
        for (int group = 0; group < count; group++) {
            for (int cell : groups[group]) {
                owner[cell] = group;
            }
        }
        for (int round = 0; round < ROUNDS; round++) {
            float[] centres = centres(owner, count);
            boolean moved = false;
            for (int cell = 0; cell < owner.length; cell++) {
                int nearest = nearest(centres, count, cell, owner[cell]);
                moved |= nearest != owner[cell];
                owner[cell] = nearest;
            }
            if (!moved) {
                break;
            }
        }
        return colours(owner, count);
    }

    private int nearest(float[] centres, int count, int cell, int present) {
        int best = present;
        float least = PaletteSpace.distance(places, cell * PaletteSpace.AXES, centres, present * PaletteSpace.AXES);
        for (int i = 0; i < count; i++) {
            float distance = PaletteSpace.distance(places, cell * PaletteSpace.AXES, centres, i * PaletteSpace.AXES);
            if (distance < least) {
                least = distance;
                best = i;
            }
        }
        return best;
    }

    private float[] centres(int[] owner, int count) {
        double[] sums = new double[count * PaletteSpace.AXES];
        double[] weights = new double[count];
        for (int cell = 0; cell < owner.length; cell++) {
            double weight = cells.get(cell).count();
            weights[owner[cell]] += weight;
            for (int axis = 0; axis < PaletteSpace.AXES; axis++) {
                sums[owner[cell] * PaletteSpace.AXES + axis] += weight * places[cell * PaletteSpace.AXES + axis];
            }
        }
        float[] centres = new float[sums.length];
        for (int i = 0; i < sums.length; i++) {
            double weight = weights[i / PaletteSpace.AXES];
            centres[i] = weight > 0 ? (float) (sums[i] / weight) : Float.MAX_VALUE / 1e20f;
        }
        return centres;
    }

    private List<Integer> colours(int[] owner, int count) {
        double[][] sums = new double[count][5];
        for (int cell = 0; cell < owner.length; cell++) {
            int argb = cells.get(cell).argb();
            double weight = cells.get(cell).count();
            double alpha = (argb >>> 24) * weight;
            double[] sum = sums[owner[cell]];
            sum[0] += alpha;
            sum[1] += (argb >> 16 & 0xff) * alpha;
            sum[2] += (argb >> 8 & 0xff) * alpha;
            sum[3] += (argb & 0xff) * alpha;
            sum[4] += weight;
        }
        List<Integer> colours = new ArrayList<>();
        for (double[] sum : sums) {
            if (sum[4] > 0) {
                int argb = (int) Math.round(sum[0] / sum[4]) << 24;
                for (int band = 1; band < 4 && sum[0] > 0; band++) {
                    argb |= (int) Math.round(sum[band] / sum[0]) << 24 - 8 * band;
                }
                colours.add(argb);
            }
        }
        return colours.stream().distinct().sorted(Integer::compareUnsigned).toList();
    }
}
