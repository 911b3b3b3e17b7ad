package foldback.engine.steady;

import foldback.core.motion.RigMoment;
import foldback.core.rig.RigLens;
import foldback.core.run.Ahead;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.SmallPictures;
import foldback.engine.take.TakeClip;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The small pictures of a take's clips gone through in step: of each clip the one nearest to each moment. To be closed. */
final class StepReader implements AutoCloseable {
    private static final int AHEAD = 6;

    private final List<Lens> lenses = new ArrayList<>();

    /** A picture at its take time. */
    private record Picture(double taken, byte[] luma) {}

    /** One lens's pictures, and the two between which the moments are. */
    private static final class Lens implements AutoCloseable {
        private final Ahead<Picture> pictures;
        private Optional<Picture> last = Optional.empty();
        private Optional<Picture> next = Optional.empty();
        private boolean begun;

        private Lens(TakeClip clip, RigLens small, Optional<Proxies> proxies) {
            pictures = new Ahead<>(
                    "small pictures",
                    AHEAD,
                    (sink, cancelled) -> SmallPictures.read(
                            clip,
                            proxies,
                            small.lens().frame().width(),
                            small.lens().frame().height(),
                            (seconds, luma) ->
                                    sink.accept(new Picture(clip.ref().takeTime(seconds), luma.clone())),
                            cancelled));
        }

        /** The picture nearest to a time; empty before the clip's first and behind its last. */
        private Optional<Picture> at(double seconds) {
            if (!begun) {
                next = pictures.next();
                begun = true;
            }
            while (next.isPresent() && next.get().taken <= seconds) {
                last = next;
                next = pictures.next();
            }
            if (last.isEmpty() || next.isEmpty()) {
                return last.filter(picture -> picture.taken == seconds);
            }
            boolean isLater = next.get().taken - seconds < seconds - last.get().taken;
            return isLater ? next : last;
        }

        @Override
        public void close() {
            pictures.close();
        }
    }

    /** @param small the clips' lenses, of the pictures' size */
    StepReader(List<TakeClip> clips, List<RigLens> small, Optional<Proxies> proxies) {
        for (int i = 0; i < clips.size(); i++) {
            lenses.add(new Lens(clips.get(i), small.get(i), proxies));
        }
    }

    /** What the lenses show about a time; times rise. */
    RigMoment at(double seconds) {
        byte[][] pictures = new byte[lenses.size()][];
        double[] taken = new double[lenses.size()];
        for (int i = 0; i < taken.length; i++) {
            Optional<Picture> picture = lenses.get(i).at(seconds);
            pictures[i] = picture.map(Picture::luma).orElse(null);
            taken[i] = picture.map(Picture::taken).orElse(Double.NaN);
        }
        return new RigMoment(seconds, pictures, taken);
    }

    @Override
    public void close() {
        lenses.forEach(Lens::close);
    }
}
