package foldback.engine.render;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.FrameWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;

/**
 * Encodes stitched canvases in order on a thread of its own. A piece gets its name when it is complete; the next piece's
 * encoder starts while the last one still drains.
 */
final class CanvasEncoder implements AutoCloseable {
    private static final int POOL = 3;
    private final BlockingQueue<Frame> free = new ArrayBlockingQueue<>(POOL);
    private final BlockingQueue<Work> work = new ArrayBlockingQueue<>(2 * POOL);
    private final EncoderSettings settings;
    private final Pieces pieces;
    private final int who;
    private final int niceness;
    private final Thread thread;
    private volatile RuntimeException failure;
    private volatile FrameWriter writer;
    private volatile FrameWriter draining;
    private Thread drain;
    private int started;

    private record Work(Frame canvas, int endOfPiece) {}

    /** @param who encodes, as for {@link Pieces#unfinished} */
    CanvasEncoder(EncoderSettings settings, PixelFormat format, ColourTags tags, Pieces pieces, int who, int niceness) {
        this.settings = settings;
        this.pieces = pieces;
        this.who = who;
        this.niceness = niceness;
        for (int i = 0; i < POOL; i++) {
            free.add(Frame.allocate(format, tags, settings.width(), settings.height()));
        }
        thread = new Thread(this::encode, "encode");
        thread.setDaemon(true);
        thread.start();
    }

    /** A canvas to fill. */
    Frame canvas() throws InterruptedException {
        Frame canvas = null;
        while (canvas == null) {
            canvas = free.poll(200, TimeUnit.MILLISECONDS);
            rethrow();
        }
        return canvas;
    }

    /** Hands a filled canvas over; {@code endOfPiece} is the number of the piece that it ends, or -1. */
    void put(Frame canvas, int endOfPiece) throws InterruptedException {
        while (!work.offer(new Work(canvas, endOfPiece), 200, TimeUnit.MILLISECONDS)) {
            rethrow();
        }
    }

    /** Waits until everything is on disk. */
    void finish() throws InterruptedException {
        put(null, -1);
        while (thread.isAlive()) {
            thread.join(200);
            rethrow();
        }
        rethrow();
    }

    private void rethrow() {
        if (failure != null) {
            throw failure;
        }
    }

    private void encode() {
        int piece = -1;
        try {
            for (Work next = work.take(); next.canvas() != null; next = work.take()) {
                if (writer == null) {
                    piece = -1;
                    writer = new FrameWriter(unfinished(), settings, niceness);
                }
                writer.write(next.canvas());
                free.add(next.canvas());
                if (next.endOfPiece() >= 0) {
                    piece = next.endOfPiece();
                    endPiece(piece);
                }
            }
            awaitDrain();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException failed) {
            failure = failed;
        }
    }

    private Path unfinished() {
        return pieces.unfinished(who, 1 + started++ % 2);
    }

    private void endPiece(int piece) throws InterruptedException {
        awaitDrain();
        FrameWriter ending = writer;
        Path from = pieces.unfinished(who, 1 + (started - 1) % 2);
        draining = ending;
        writer = null;
        drain = new Thread(
                () -> {
                    try (ending) {
                        ending.finish();
                        Files.move(from, pieces.path(piece), StandardCopyOption.ATOMIC_MOVE);
                    } catch (IOException unmoved) {
                        failure = new UncheckedIOException(unmoved);
                    } catch (RuntimeException failed) {
                        failure = failed;
                    }
                },
                "drain");
        drain.setDaemon(true);
        drain.start();
    }

    private void awaitDrain() throws InterruptedException {
        if (drain != null) {
            drain.join();
            rethrow();
        }
    }

    @Override
    public void close() {
        thread.interrupt();
        for (FrameWriter open : new FrameWriter[] {writer, draining}) {
            if (open != null) {
                open.close();
            }
        }
    }
}
