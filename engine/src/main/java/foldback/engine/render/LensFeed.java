package foldback.engine.render;

import foldback.core.picture.Frame;
import foldback.core.picture.FrameHalver;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.decode.FrameReader;
import foldback.media.ffmpeg.MediaInfo;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;

/** Decodes the frames that a render needs of one file on a thread of its own, into a small pool. */
final class LensFeed implements AutoCloseable {
    private static final int POOL = 3;
    private final RenderJob job;
    private final List<TakeClip> lenses;
    private final TakeClip clip;
    private final List<Integer> halvings;
    private final long firstFrame;
    private final long endFrame;
    private final BlockingQueue<Pictures> ready = new ArrayBlockingQueue<>(POOL);
    private final BlockingQueue<Pictures> free = new ArrayBlockingQueue<>(POOL);
    private final FrameReader reader;
    private final Thread thread;
    private final BitSet used = new BitSet();
    private volatile RuntimeException failure;
    private Pictures current;
    private int currentIndex = -1;

    /** A frame of the file and what its lenses show in it, halved. */
    private record Pictures(Frame whole, List<Frame> lenses) {}

    /**
     * Starts decoding.
     *
     * @param lenses those whose pictures are in the file, by their number in the rig
     * @param allHalvings of all of the rig's lenses
     * @param firstFrame the first output frame that is wanted
     * @param endFrame the one behind the last
     */
    LensFeed(
            RenderJob job,
            List<Integer> lenses,
            List<Integer> allHalvings,
            long firstFrame,
            long endFrame,
            int niceness) {
        this.job = job;
        this.lenses = lenses.stream().map(job.shown().clips()::get).toList();
        this.clip = this.lenses.get(0);
        this.halvings = lenses.stream().map(allHalvings::get).toList();
        this.firstFrame = firstFrame;
        this.endFrame = endFrame;
        for (int i = 0; i < POOL; i++) {
            free.add(pictures());
        }
        MediaInfo.Video whole = clip.whole();
        reader = new FrameReader(
                clip.index(),
                whole,
                indexAt(firstFrame),
                whole.width(),
                whole.height(),
                TakeClip.denoising(job.recipe().balance().noise()),
                niceness);
        thread = new Thread(this::decode, "decode-" + clip.ref().slot());
        thread.setDaemon(true);
        thread.start();
    }

    private Pictures pictures() {
        MediaInfo.Video video = clip.whole();
        Frame whole = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        List<Frame> parts = new ArrayList<>();
        for (int i = 0; i < lenses.size(); i++) {
            Frame part = lenses.get(i).part(whole);
            int times = halvings.get(i);
            parts.add(
                    times == 0
                            ? part
                            : Frame.allocate(
                                    video.format(), video.tags(), part.width() >> times, part.height() >> times));
        }
        return new Pictures(whole, parts);
    }

    private int indexAt(long frame) {
        return clip.frameAt(job.timeOf(frame));
    }

    /** The lenses' pictures for an output frame; valid until the next call. Frames must be asked for in order. */
    List<Frame> frames(long outputFrame) throws InterruptedException {
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
        return current.lenses();
    }

    private void decode() {
        try {
            int at = indexAt(firstFrame);
            int last = -1;
            for (long n = firstFrame; n < endFrame; n++) {
                int wanted = indexAt(n);
                if (wanted == last) {
                    continue;
                }
                Pictures target = free.take();
                for (; at <= wanted; at++) {
                    if (!reader.next(target.whole())) {
                        throw new MediaException(
                                clip.file(),
                                clip.ref().file() + " ended early: its frame " + wanted
                                        + " is missing. Copy it again from the card.");
                    }
                }
                synchronized (used) {
                    used.set(wanted);
                }
                for (int i = 0; i < lenses.size(); i++) {
                    halve(lenses.get(i).part(target.whole()), target.lenses().get(i), halvings.get(i));
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

    /** The letters of the lenses whose pictures are in the file. */
    String slots() {
        return lenses.stream().map(lens -> lens.ref().slot()).collect(Collectors.joining("+"));
    }

    /** Frames of the file that were used so far and are damaged, or had another one stand in their place. */
    BitSet damaged() {
        BitSet damaged = reader.damaged();
        synchronized (used) {
            damaged.and(used);
        }
        return damaged;
    }

    private static void halve(Frame source, Frame target, int times) {
        Frame from = source;
        for (int i = 1; i < times; i++) {
            from = FrameHalver.half(from);
        }
        if (times > 0) {
            FrameHalver.halve(from, target);
        }
    }

    @Override
    public void close() {
        thread.interrupt();
        reader.close();
    }
}
