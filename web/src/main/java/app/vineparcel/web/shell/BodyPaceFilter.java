package app.vineparcel.web.shell;

import app.vineparcel.web.Text;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.LongSupplier;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets few files come in at once, and none slower than any line is: a body that trickles would hold a thread and a file for hours, and many would
 * hold them all.
 */
final class BodyPaceFilter extends OncePerRequestFilter {

    private static final int MOST_AT_ONCE = 16;
    private static final long FREE_NANOS = TimeUnit.SECONDS.toNanos(20);
    private static final long LEAST_BYTES_A_SECOND = 4_000;

    private final Semaphore places = new Semaphore(MOST_AT_ONCE);
    private final LongSupplier nanoTime;

    BodyPaceFilter(LongSupplier nanoTime) {
        this.nanoTime = nanoTime;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!"application/octet-stream".equals(request.getContentType())) {
            chain.doFilter(request, response);
            return;
        }
        if (!places.tryAcquire()) {
            response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
            response.setContentType("text/plain;charset=UTF-8");
            response.getWriter().write(Text.of("shell.too-many-uploads-at"));
            return;
        }
        try {
            chain.doFilter(new Paced(request), response);
        } finally {
            places.release();
        }
    }

    private final class Paced extends HttpServletRequestWrapper {

        Paced(HttpServletRequest request) {
            super(request);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new PacedStream(super.getInputStream());
        }
    }

    private final class PacedStream extends ServletInputStream {

        private final ServletInputStream in;
        private final long began = nanoTime.getAsLong();
        private long count;

        PacedStream(ServletInputStream in) {
            this.in = in;
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int found = in.read(into, from, length);
            count += Math.max(0, found);
            long taken = nanoTime.getAsLong() - began;
            if (taken > FREE_NANOS && count < taken / TimeUnit.SECONDS.toNanos(1) * LEAST_BYTES_A_SECOND) {
                throw new IOException(
                        "a body came in more slowly than %d bytes a second".formatted(LEAST_BYTES_A_SECOND));
            }
            return found;
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }
    }
}
