package app.vineparcel.web.recipes;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * The memory that decoded pictures take while somebody looks at them. Whoever opens one says how large it is; where there would not be room for all,
 * those that were used least lately are closed first.
 */
@Component
public class PictureRoom {

    /** Samples, and as linear light what their first halving takes. */
    private static final int BYTES_A_PIXEL = 7;

    private static final double SHARE = 0.75;

    private record Held(long bytes, Runnable close) {}

    private final Map<Object, Held> held = new LinkedHashMap<>();
    private final long room;

    PictureRoom() {
        this((long) (Runtime.getRuntime().maxMemory() * SHARE));
    }

    PictureRoom(long room) {
        this.room = room;
    }

    /**
     * Makes room. Called without any lock that a picture's closing may need.
     *
     * @param owner who looks at it; whatever they held before counts no longer
     * @param pixels of the picture
     * @param close gives its memory back; may be called from another thread
     */
    public void make(Object owner, long pixels, Runnable close) {
        List<Runnable> closing = new ArrayList<>();
        synchronized (held) {
            held.remove(owner);
            long wanted = pixels * BYTES_A_PIXEL;
            long taken = held.values().stream().mapToLong(Held::bytes).sum();
            var oldest = held.entrySet().iterator();
            while (taken + wanted > room && oldest.hasNext()) {
                Held one = oldest.next().getValue();
                taken -= one.bytes();
                closing.add(one.close());
                oldest.remove();
            }
            held.put(owner, new Held(wanted, close));
        }
        closing.forEach(Runnable::run);
    }

    /** What somebody held is closed. */
    public void left(Object owner) {
        synchronized (held) {
            held.remove(owner);
        }
    }
}
