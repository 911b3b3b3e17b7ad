package foldback.web.page;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.Set;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses requests whose Host or Origin is not this machine's loopback name, so that a page elsewhere cannot reach the
 * server through a name that was made to point here.
 */
class LocalRequestFilter extends OncePerRequestFilter {

    private static final Set<String> LOCAL = Set.of("127.0.0.1", "localhost", "[::1]");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String origin = request.getHeader("Origin");
        if (!LOCAL.contains(request.getServerName())) {
            response.sendError(HttpServletResponse.SC_FORBIDDEN, "Foldback answers only to 127.0.0.1 and localhost.");
        } else if (origin != null && !isOwn(origin, request)) {
            response.sendError(HttpServletResponse.SC_FORBIDDEN, "Foldback does not answer to other sites' pages.");
        } else {
            chain.doFilter(request, response);
        }
    }

    private static boolean isOwn(String origin, HttpServletRequest request) {
        try {
            URI uri = URI.create(origin);
            return LOCAL.contains(String.valueOf(uri.getHost())) && uri.getPort() == request.getServerPort();
        } catch (IllegalArgumentException malformed) {
            return false;
        }
    }
}
