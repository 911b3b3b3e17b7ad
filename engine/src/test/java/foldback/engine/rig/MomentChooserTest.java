package foldback.engine.rig;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import java.util.SplittableRandom;
import java.util.function.DoublePredicate;
import org.junit.jupiter.api.Test;

/** Which moments are proposed for solving a rig. */
class MomentChooserTest {
    private static final TimeSpan SPAN = new TimeSpan(0, 9);

    /** Two lenses that see grain; the second is blurred, or has a hand before it, at some times. */
    private static LensFrames frames(DoublePredicate blurred, DoublePredicate hand) {
        return new LensFrames() {
            @Override
            public Frame at(int lens, double seconds, int halvings) {
                return near(lens, seconds, halvings);
            }

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
        MomentChooser.Proposal proposal = MomentChooser.propose(frames(t -> t < 3, t -> t > 6), 2, SPAN, Run.QUIET);
        assertThat(proposal.moments()).isNotEmpty().allMatch(t -> t >= 3 && t <= 6);
        assertThat(proposal.reason()).contains("all lenses are sharp");
    }

    @Test
    void twoMomentsLieApart() {
        MomentChooser.Proposal proposal = MomentChooser.propose(frames(t -> false, t -> false), 2, SPAN, Run.QUIET);
        assertThat(proposal.moments()).hasSize(2);
        assertThat(proposal.moments().get(1) - proposal.moments().get(0)).isGreaterThanOrEqualTo(3);
    }
}
