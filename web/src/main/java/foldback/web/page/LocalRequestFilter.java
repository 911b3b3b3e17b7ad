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
 * Refuses requests that no page of ours sends: those whose Host or Origin is not this machine's loopback name, so that a page
 * elsewhere cannot reach the server through a name that was made to point here; and those that a browser marks as another
 * site's, or as another port's of this machine, since a picture that a foreign page embeds carries no Origin.
 */
class LocalRequestFilter extends OncePerRequestFilter {

    private static final Set<String> LOCAL = Set.of("127.0.0.1", "localhost", "[::1]");
    /** How a browser marks a page's own requests and what a person typed in; programs that are no browsers mark nothing. */
    private static final Set<String> OWN = Set.of("same-origin", "none");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String origin = request.getHeader("Origin");
        if (!LOCAL.contains(request.getServerName())) {
            response.sendError(HttpServletResponse.SC_FORBIDDEN, "Foldback answers only to 127.0.0.1 and localhost.");
        } else if (origin != null && !isOwn(origin, request) || isForeign(request)) {
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

    /** Whether another page asks; one that leads here by a link is let in, to pages alone. */
    private static boolean isForeign(HttpServletRequest request) {
        String site = request.getHeader("Sec-Fetch-Site");
        if (site == null || OWN.contains(site)) {
            return false;
        }
        boolean followsLink = request.getMethod().equals("GET")
                && "navigate".equals(request.getHeader("Sec-Fetch-Mode"))
                && "document".equals(request.getHeader("Sec-Fetch-Dest"));
        return !followsLink || request.getRequestURI().startsWith("/api/");
    }
}
