package app.vineparcel.core.codec.natives;

import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Pointer;
import java.io.IOException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** zlib streams (RFC 1950) by Debian's libdeflate, which packs smaller than zlib in a fraction of the time, but only what lies in memory as a whole. */
public final class LibDeflate {

    private static final SystemLibrary<Functions> LIBRARY =
            SystemLibrary.load("PNG", "libdeflate.so.0", "libdeflate0", Functions.class);

    private LibDeflate() {}

    /** Why it cannot be used; empty if it can. */
    public static Optional<String> missing() {
        return LIBRARY.missing();
    }

    /** What is to be packed, added piece by piece outside of the heap. */
    public static final class Input implements AutoCloseable {

        private final Functions functions;
        private final Memory bytes;
        private long size;

        /**
         * Room for bytes.
         *
         * @throws IOException in words, if the library is not installed
         */
        public Input(long room) throws IOException {
            this.functions = LIBRARY.required();
            this.bytes = new Memory(Math.max(1, room));
        }

        public void add(byte[] piece) {
            bytes.write(size, piece, 0, piece.length);
            size += piece.length;
        }

        /**
         * All that was added, packed.
         *
         * @param level 1, quick, to 12, small
         */
        public byte[] packed(int level) throws IOException {
            Pointer compressor = functions.libdeflate_alloc_compressor(level);
            if (compressor == null) {
                throw new IOException("there is not enough memory to pack this picture.");
            }
            SizeT bound = functions.libdeflate_zlib_compress_bound(compressor, new SizeT(size));
            try (Memory room = new Memory(bound.longValue())) {
                SizeT length = functions.libdeflate_zlib_compress(compressor, bytes, new SizeT(size), room, bound);
                if (length.longValue() == 0) {
                    throw new IOException("the library libdeflate cannot pack this picture.");
                }
                return room.getByteArray(0, length.intValue());
            } finally {
                functions.libdeflate_free_compressor(compressor);
            }
        }

        @Override
        public void close() {
            bytes.close();
        }
    }

    /** As in the library's header {@code libdeflate.h}. */
    interface Functions extends Library {
        @Nullable
        Pointer libdeflate_alloc_compressor(int level);

        SizeT libdeflate_zlib_compress_bound(Pointer compressor, SizeT size);

        SizeT libdeflate_zlib_compress(Pointer compressor, Pointer in, SizeT size, Pointer out, SizeT room);

        void libdeflate_free_compressor(Pointer compressor);
    }
}
