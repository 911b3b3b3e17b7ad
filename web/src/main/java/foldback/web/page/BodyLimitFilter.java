package foldback.web.page;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses bodies that are larger than what is sent to their address can be, before they are read. */
class BodyLimitFilter extends OncePerRequestFilter {
    private static final long ORDERS = 256L << 10;
    /** A recipe with tables of a curve and keys at every second of hours. */
    private static final long DOCUMENTS = 8L << 20;

    private static final long CUBES = 64L << 20;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long most = most(request.getRequestURI());
        if (request.getContentLengthLong() > most) {
            response.sendError(413, new BodyTooLargeException(most).getMessage());
            return;
        }
        chain.doFilter(new Limited(request, most), response);
    }

    private static long most(String address) {
        if (address.matches("/api/projects/[0-9]+/uploads(/.*)?")) {
            // Clips: the disk is their limit.
            return Long.MAX_VALUE;
        }
        if (address.startsWith("/api/cubes")) {
            return CUBES;
        }
        boolean documents =
                address.endsWith("/revisions") || address.endsWith("/sphere") || address.equals("/api/rig-cards");
        return documents ? DOCUMENTS : ORDERS;
    }

    /** A request whose body is counted while it is read, since it need not say how long it is. */
    private static final class Limited extends HttpServletRequestWrapper {
        private final long most;

        Limited(HttpServletRequest request, long most) {
            super(request);
            this.most = most;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counted(super.getInputStream(), most);
        }
    }

    private static final class Counted extends ServletInputStream {
        private final ServletInputStream body;
        private final long most;
        private long read;

        Counted(ServletInputStream body, long most) {
            this.body = body;
            this.most = most;
        }

        @Override
        public int read() throws IOException {
            int value = body.read();
            count(value < 0 ? 0 : 1);
            return value;
        }

        @Override
        public int read(byte[] buffer, int offset, int length) throws IOException {
            int got = body.read(buffer, offset, length);
            count(Math.max(0, got));
            return got;
        }

        private void count(int more) throws IOException {
            read += more;
            if (read > most) {
                throw new BodyTooLargeException(most);
            }
        }

        @Override
        public boolean isFinished() {
            return body.isFinished();
        }

        @Override
        public boolean isReady() {
            return body.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            body.setReadListener(listener);
        }
    }
}
