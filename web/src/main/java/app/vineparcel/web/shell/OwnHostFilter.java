package app.vineparcel.web.shell;

import app.vineparcel.web.Text;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Locale;
import java.util.Set;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers only requests that were meant for this machine. A foreign page can make a name of its own point to 127.0.0.1; the
 * {@code Host} header then still tells that name.
 */
final class OwnHostFilter extends OncePerRequestFilter {

    private static final Set<String> OWN = Set.of("127.0.0.1", "localhost", "[::1]");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String host = request.getHeader("Host");
        if (host == null || !OWN.contains(host.replaceFirst(":\\d{1,5}$", "").toLowerCase(Locale.ROOT))) {
            response.setStatus(421);
            response.setContentType("text/plain;charset=UTF-8");
            response.getWriter().write(Text.of("shell.vine-parcel-answers-only"));
            return;
        }
        chain.doFilter(request, response);
    }
}
