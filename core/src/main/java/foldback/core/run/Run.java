package foldback.core.run;

import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/**
 * How a long computation reports and is stopped.
 *
 * @param progress takes the share that is done, 0 to 1, on the computing thread; it must return quickly
 * @param cancelled whether to stop; asked often
 */
public record Run(DoubleConsumer progress, BooleanSupplier cancelled) {
    public static final Run QUIET = new Run(share -> {}, () -> false);

    /** Reports, and throws {@link CancellationException} when the run was cancelled. */
    public void step(double share) {
        check();
        progress.accept(share);
    }

    /** Throws {@link CancellationException} when the run was cancelled. */
    public void check() {
        if (cancelled.getAsBoolean()) {
            throw new CancellationException("cancelled");
        }
    }

    /** A part of this run, from one share of it to another. */
    public Run part(double from, double to) {
        return new Run(share -> progress.accept(from + (to - from) * share), cancelled);
    }

    /** The same, which never tells less than it told before: threads that work beside each other tell their shares in any order. */
    public Run rising() {
        double[] most = {0};
        return new Run(
                share -> {
                    synchronized (most) {
                        most[0] = Math.max(most[0], share);
                        progress.accept(most[0]);
                    }
                },
                cancelled);
    }
}
