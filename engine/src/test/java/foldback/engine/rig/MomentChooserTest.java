package foldback.engine.rig;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.LensFrame;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.time.TimeSpan;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.DoublePredicate;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;

/** Which moments are proposed for solving a rig. */
class MomentChooserTest {
    private static final int SIZE = 600;
    private static final TimeSpan SPAN = new TimeSpan(0, 9);

    /** Pictures that are drawn: any time is as soon there. */
    private interface Drawn extends LensFrames {
        @Override
        default Frame at(int lens, double seconds, int halvings) {
            return near(lens, seconds, halvings);
        }
    }

    /** Two lenses that see grain; the second is blurred, or has a hand before it, at some times. */
    private static LensFrames frames(DoublePredicate blurred, DoublePredicate hand) {
        return new Drawn() {
            @Override
            public Frame near(int lens, double seconds, int halvings) {
                Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, 96, 96);
                SplittableRandom random = new SplittableRandom(5);
                boolean soft = lens == 1 && blurred.test(seconds);
                for (int y = 0; y < 96; y++) {
                    for (int x = 0; x < 96; x++) {
                        int grain = random.nextInt(100);
                        boolean covered = lens == 1 && hand.test(seconds) && x < 40;
                        frame.y().set(x, y, covered ? 20 : soft ? 165 + grain / 10 : 120 + grain);
                    }
                }
                return frame;
            }
        };
    }

    @Test
    void blurAndAHandAreAvoided() {
        MomentChooser.Proposal proposal =
                MomentChooser.propose(frames(t -> t < 3, t -> t > 6), Optional.empty(), 2, SPAN, Run.QUIET);
        assertThat(proposal.moments()).isNotEmpty().allMatch(t -> t >= 3 && t <= 6);
        assertThat(proposal.reason()).contains("each lens is as sharp there as it ever is");
    }

    @Test
    void twoMomentsLieApart() {
        MomentChooser.Proposal proposal =
                MomentChooser.propose(frames(t -> false, t -> false), Optional.empty(), 2, SPAN, Run.QUIET);
        assertThat(proposal.moments()).hasSize(2);
        assertThat(proposal.moments().get(1) - proposal.moments().get(0)).isGreaterThanOrEqualTo(3);
    }

    /** Two lenses side by side, their pupils some centimetres apart. */
    private static final Rig PAIR =
            new Rig("pair", List.of(lens("A", Math.toRadians(-45)), lens("B", Math.toRadians(45))));

    private static RigLens lens(String slot, double yaw) {
        LensFrame frame = new LensFrame(SIZE, SIZE, SIZE / 2.0, SIZE / 2.0, Optional.empty());
        return new RigLens(
                slot,
                new FisheyeLens(frame, SIZE / Math.toRadians(150), 0, 0, 0, 0),
                Rotation.ofYawPitchRoll(yaw, 0, 0),
                new Position(0.05 * Math.sin(yaw), 0, 0.05 * Math.cos(yaw)));
    }

    /** What they see of a painted ball around them, metres in radius at each time; the card is a degree off. */
    private static LensFrames inBall(DoubleUnaryOperator radius) {
        return new Drawn() {
            @Override
            public Frame near(int number, double seconds, int halvings) {
                int size = SIZE >> halvings;
                RigLens lens = PAIR.lenses().get(number).scaledTo(size, size);
                Rotation turned = lens.rigFromLens().times(Rotation.ofYawPitchRoll(0, 0.02 * (2 * number - 1), 0));
                Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, size, size);
                for (int y = 0; y < size; y++) {
                    for (int x = 0; x < size; x++) {
                        Direction d = turned.apply(lens.lens().unproject(x + 0.5, y + 0.5));
                        frame.y().set(x, y, (int)
                                Math.round(paint(onBall(lens.pupil(), d, radius.applyAsDouble(seconds)))));
                    }
                }
                return frame;
            }
        };
    }

    private static Direction onBall(Position from, Direction d, double radius) {
        double along = from.x() * d.x() + from.y() * d.y() + from.z() * d.z();
        double square = from.x() * from.x() + from.y() * from.y() + from.z() * from.z();
        double reach = -along + Math.sqrt(along * along - square + radius * radius);
        return new Direction(from.x() + reach * d.x(), from.y() + reach * d.y(), from.z() + reach * d.z());
    }

    private static double paint(Direction d) {
        double sum = 0;
        for (int k = 1; k <= 7; k++) {
            double f = 9 + 6 * k;
            sum += Math.sin(f * d.x() + 1.3 * k) * Math.sin(f * d.y() - 0.7 * k) + Math.sin(f * d.z() + 2.1 * k);
        }
        return 128 + 9 * sum;
    }

    @Test
    void momentsWithFarThingsInTheOverlapsArePreferred() {
        LensFrames frames = inBall(t -> t > 2 && t < 7 ? 1.2 : 500);
        MomentChooser.Proposal proposal = MomentChooser.propose(frames, Optional.of(PAIR), 2, SPAN, Run.QUIET);
        assertThat(proposal.moments()).hasSize(2).allMatch(t -> t < 2 || t > 7);
        assertThat(proposal.reason()).contains("is far off there");
        // Who knows nothing of the rig cannot tell.
        MomentChooser.Proposal unknown = MomentChooser.propose(frames, Optional.empty(), 2, SPAN, Run.QUIET);
        assertThat(unknown.reason()).doesNotContain("far off");
    }

    @Test
    void nothingIsSaidOfFarThingsWhereAllMomentsAreAlike() {
        MomentChooser.Proposal proposal =
                MomentChooser.propose(inBall(t -> 500), Optional.of(PAIR), 2, SPAN, Run.QUIET);
        assertThat(proposal.moments()).hasSize(2);
        assertThat(proposal.reason()).doesNotContain("far off");
    }
}
