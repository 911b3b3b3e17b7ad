package foldback.web.page;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.web.servlet.HandlerInterceptor;

/**
 * Bounds how much memory requests for pictures and films take together: each holds as many megapixels as it makes at once; who
 * finds too few waits its turn, and is told to come again where too many wait.
 */
final class CostlyWork implements HandlerInterceptor {
    /** One picture of the largest size, or some dozens of a pane's. */
    static final int MEGAPIXELS = 40;

    /** The widest picture that is made for a page: no pane and no browser's texture shows more. */
    static final int MOST_WIDTH = 8192;

    private static final int UNTOLD_MEGAPIXELS = 3;
    private static final int MOST_WAITING = 48;
    private static final long PATIENCE_SECONDS = 30;
    private static final String HELD = CostlyWork.class.getName();

    private final Semaphore free = new Semaphore(MEGAPIXELS, true);

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws InterruptedException {
        if (request.getAttribute(HELD) != null) {
            return true;
        }
        int cost = cost(request);
        if (free.getQueueLength() >= MOST_WAITING || !free.tryAcquire(cost, PATIENCE_SECONDS, TimeUnit.SECONDS)) {
            throw new TooBusyException();
        }
        request.setAttribute(HELD, cost);
        return true;
    }

    private static int cost(HttpServletRequest request) {
        String width = request.getParameter("width");
        if (width == null) {
            return UNTOLD_MEGAPIXELS;
        }
        int pixels = width.matches("[0-9]{1,6}") ? Integer.parseInt(width) : 0;
        if (pixels > MOST_WIDTH) {
            throw new IllegalArgumentException(
                    "A picture for a page is at most " + MOST_WIDTH + " pixels wide: " + width + ".");
        }
        return 1 + pixels * (pixels / 2) / 1_000_000;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, Exception failure) {
        if (request.getAttribute(HELD) instanceof Integer cost) {
            request.removeAttribute(HELD);
            free.release(cost);
        }
    }
}
