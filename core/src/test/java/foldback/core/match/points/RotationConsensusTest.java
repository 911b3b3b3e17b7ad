package foldback.core.match.points;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RotationConsensusTest {
    private static final double TOLERANCE = Math.toRadians(2);

    private static Feature feature(Direction d) {
        return new Feature(0, 0, new double[] {d.x(), d.y(), d.z()}, true, new float[0]);
    }

    private static Direction random(SplittableRandom random) {
        return Direction.ofYawPitch(2 * Math.PI * random.nextDouble(), Math.asin(2 * random.nextDouble() - 1));
    }

    /** A third of the matches is right to half a degree; lenses back to back are half a turn apart. */
    @ParameterizedTest
    @ValueSource(doubles = {0, 33, 120, 179.99, 180})
    void findsTheRotationAmongFalseMatches(double yaw) {
        Rotation truth = Rotation.ofYawPitchRoll(Math.toRadians(yaw), 0.05, -0.1);
        SplittableRandom random = new SplittableRandom(3);
        List<FeatureMatcher.Match> matches = new ArrayList<>();
        for (int i = 0; i < 150; i++) {
            Direction second = random(random);
            Direction first = i % 3 == 0
                    ? Rotation.ofVector(0.004 * random.nextGaussian(), 0.004 * random.nextGaussian(), 0)
                            .apply(truth.apply(second))
                    : random(random);
            matches.add(new FeatureMatcher.Match(feature(first), feature(second), 0.5));
        }
        RotationConsensus.Found found = RotationConsensus.find(matches, TOLERANCE);
        assertThat(Math.toDegrees(found.firstFromSecond().angleTo(truth))).isLessThan(1);
        assertThat(found.inliers().size()).isBetween(45, 56);
    }

    @Test
    void oneMatchDecidesNothing() {
        RotationConsensus.Found found = RotationConsensus.find(
                List.of(new FeatureMatcher.Match(feature(Direction.FORWARD), feature(Direction.UP), 0.5)), TOLERANCE);
        assertThat(found.inliers()).isEmpty();
        assertThat(found.score()).isZero();
    }
}
