package app.vineparcel.core.codec.natives;

import com.sun.jna.IntegerType;
import com.sun.jna.Native;

/** C's {@code size_t}. Public with its constructor, since JNA makes them. */
public final class SizeT extends IntegerType {

    private static final long serialVersionUID = 1L;

    public SizeT() {
        this(0);
    }

    public SizeT(long value) {
        super(Native.SIZE_T_SIZE, value, true);
    }
}
