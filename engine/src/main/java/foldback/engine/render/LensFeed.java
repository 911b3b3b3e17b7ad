package foldback.engine.render;

import foldback.core.picture.Frame;
import foldback.core.picture.FrameHalver;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameReader;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;

/** Decodes the frames that a render needs of one clip on a thread of its own, into a small pool. */
final class LensFeed implements AutoCloseable {
    private static final int POOL = 3;
    private final RenderJob job;
    private final TakeClip clip;
    private final int halvings;
    private final long firstFrame;
    private final BlockingQueue<Frame> ready = new ArrayBlockingQueue<>(POOL);
    private final BlockingQueue<Frame> free = new ArrayBlockingQueue<>(POOL);
    private final FrameReader reader;
    private final Thread thread;
    private volatile RuntimeException failure;
    private Frame current;
    private int currentIndex = -1;

    /** @param firstFrame the first output frame that is wanted */
    LensFeed(RenderJob job, int lens, int halvings, long firstFrame, int niceness) {
        this.job = job;
        this.clip = job.take().clips().get(lens);
        this.halvings = halvings;
        this.firstFrame = firstFrame;
        for (int i = 0; i < POOL; i++) {
            free.add(Frame.allocate(
                    clip.video().format(),
                    clip.video().tags(),
                    clip.video().width() >> halvings,
                    clip.video().height() >> halvings));
        }
        reader = new FrameReader(
                clip.index(),
                clip.video(),
                indexAt(firstFrame),
                clip.video().width(),
                clip.video().height(),
                niceness);
        thread = new Thread(this::decode, "decode-" + clip.ref().slot());
        thread.setDaemon(true);
        thread.start();
    }

    private int indexAt(long frame) {
        return clip.frameAt(job.timeOf(frame));
    }

    /** The picture for an output frame; valid until the next call. Frames must be asked for in order. */
    Frame frame(long outputFrame) throws InterruptedException {
        int wanted = indexAt(outputFrame);
        if (wanted != currentIndex) {
            if (current != null) {
                free.add(current);
            }
            current = null;
            while (current == null) {
                current = ready.poll(200, TimeUnit.MILLISECONDS);
                if (current == null && failure != null && ready.isEmpty()) {
                    throw failure;
                }
            }
            currentIndex = wanted;
        }
        return current;
    }

    private void decode() {
        try {
            int at = indexAt(firstFrame);
            int last = -1;
            Frame[] scratch = new Frame[halvings];
            for (int i = 0; i < halvings; i++) {
                scratch[i] = Frame.allocate(
                        clip.video().format(),
                        clip.video().tags(),
                        clip.video().width() >> i,
                        clip.video().height() >> i);
            }
            for (long n = firstFrame; n < job.frames(); n++) {
                int wanted = indexAt(n);
                if (wanted == last) {
                    continue;
                }
                Frame target = free.take();
                Frame into = halvings > 0 ? scratch[0] : target;
                for (; at <= wanted; at++) {
                    if (!reader.next(into)) {
                        throw new MediaException(
                                clip.file(),
                                clip.ref().file() + " ended early: its frame " + wanted
                                        + " is missing. Copy it again from the card.");
                    }
                }
                for (int i = 0; i < halvings; i++) {
                    FrameHalver.halve(scratch[i], i + 1 < halvings ? scratch[i + 1] : target);
                }
                last = wanted;
                ready.put(target);
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException failed) {
            failure = failed;
        }
    }

    @Override
    public void close() {
        thread.interrupt();
        reader.close();
    }
}
