package foldback.engine.follow;

import foldback.core.follow.FollowSettings;
import foldback.core.follow.Followed;
import foldback.core.follow.SphereFollower;
import foldback.core.framing.FrameShape;
import foldback.core.framing.Framing;
import foldback.core.framing.Framing.Aspect;
import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Kernel;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Follows what was marked in a take, on its levelled sphere. */
public final class Subjects {
    /** Things that take up less or more than these angles are not followed; whole degrees, as they are asked for. */
    public static final double LEAST_DEGREES = 1;

    public static final double MOST_DEGREES = 60;
    /** Looks a second at the most. */
    private static final double LOOKS = 15;

    private final Previewer previewer;
    private final Recipe recipe;
    private final Take take;

    /** @param recipe whose lenses are looked at simply fading into each other */
    public Subjects(Previewer previewer, Recipe recipe, Take take) {
        this.previewer = previewer;
        this.recipe = recipe.with(
                Seams.SECTION,
                new Seams(recipe.seams().feather(), recipe.seams().meetingMetres()));
        this.take = take;
    }

    /**
     * Follows something from one time to another, which may be the earlier one.
     *
     * @param start where its middle was first
     * @param size the angle that it took up then
     * @return one place alone where no other time is left
     */
    public Followed follow(Direction start, double size, double from, double to, Run run) throws InterruptedException {
        return new SphereFollower(this::look, FollowSettings.DEFAULT).follow(start, size, moments(from, to), run);
    }

    private List<Double> moments(double from, double to) {
        TimeSpan whole = take.showing(recipe).commonSpan();
        double rate = recipe.rate().perSecond();
        double end = Math.max(whole.from(), Math.min(whole.to() - 1 / rate, to));
        double step = Math.ceil(rate / LOOKS) / rate;
        int looks = 1 + Math.max(0, (int) Math.floor(Math.abs(end - from) / step + 1e-9));
        return IntStream.range(0, looks)
                .mapToObj(n -> from + Math.signum(end - from) * n * step)
                .toList();
    }

    private float[] look(double seconds, Rotation turn, double field, int size) throws InterruptedException {
        Framing look = new Framing(
                "look",
                FrameShape.FLAT,
                new Aspect(1, 1),
                Track.still(new Amount(turn.yaw())),
                Track.still(new Amount(turn.pitch())),
                Track.still(new Amount(turn.roll())),
                Track.still(new Amount(Math.min(field, FrameShape.FLAT.mostField()))));
        Target target = Target.plain(look, size, size, Kernel.QUICK, Target.Colours.VIEWING);
        return luma(previewer
                .quick(recipe, take, seconds, target, Optional.empty(), Run.QUIET)
                .frame());
    }

    private static float[] luma(Frame frame) {
        float[] luma = new float[frame.width() * frame.height()];
        for (int y = 0; y < frame.height(); y++) {
            for (int x = 0; x < frame.width(); x++) {
                luma[y * frame.width() + x] = frame.y().get(x, y);
            }
        }
        return luma;
    }
}
