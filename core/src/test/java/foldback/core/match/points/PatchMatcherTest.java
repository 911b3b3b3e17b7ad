package foldback.core.match.points;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.match.Spread;
import foldback.core.match.view.Picture;
import foldback.core.match.view.TangentView;
import foldback.core.picture.BytePlane;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;

/** Patches of two fisheyes that look at a far painted sphere, their light falling off towards the rim. */
class PatchMatcherTest {
    private static final int SIZE = 640;
    private static final double FOCAL = 300 / Math.toRadians(97);
    private static final int PATCH = 23;
    private static final RigLens FIRST = lens(Rotation.IDENTITY);
    private static final RigLens SECOND = lens(Rotation.ofYawPitchRoll(Math.toRadians(140), 0.05, -0.1));

    private static RigLens lens(Rotation rotation) {
        LensFrame frame = new LensFrame(SIZE, SIZE, 321, 318, Optional.of(new ImageCircle(320, 320, 312)));
        return new RigLens("A", new FisheyeLens(frame, FOCAL, -0.03, 0.001, 0, 0), rotation, new Position(0, 0, 0));
    }

    /** Soft structure of several sizes, the same whichever lens sees it. */
    private static double paint(Direction d) {
        double sum = 0;
        for (int k = 1; k <= 9; k++) {
            double f = 9 + 5 * k;
            sum += Math.sin(f * d.x() + 1.3 * k) * Math.sin(f * d.y() - 0.7 * k) + Math.sin(f * d.z() + 2.1 * k);
        }
        return 1 + 0.09 * sum;
    }

    /** @param fall stops of light that are lost at the rim */
    private static Picture picture(RigLens lens, double fall, double gain) {
        return picture(lens, fall, gain, PatchMatcherTest::paint);
    }

    private static Picture picture(RigLens lens, double fall, double gain, ToDoubleFunction<Direction> paint) {
        byte[] luma = new byte[SIZE * SIZE];
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                double out = Math.hypot(x + 0.5 - 320, y + 0.5 - 320) / 312;
                if (out < 1) {
                    Direction d = lens.rigFromLens().apply(lens.lens().unproject(x + 0.5, y + 0.5));
                    double light = gain * 90 * paint.applyAsDouble(d) * Math.pow(2, -fall * out * out);
                    luma[y * SIZE + x] = (byte) Math.max(0, Math.min(255, Math.round(light)));
                }
            }
        }
        return Picture.of(new BytePlane(luma, 0, SIZE, SIZE, SIZE), 8);
    }

    /** Root mean square of what matched places are off, pixels. */
    private static double off(double fall, int least) {
        PatchMatcher matcher = new PatchMatcher(
                FIRST,
                SECOND,
                picture(FIRST, fall, 1),
                picture(SECOND, fall, 1.2),
                PATCH,
                1 / FOCAL,
                PatchMatcher.NEAREST);
        SphereGrid grid = new SphereGrid(new Rig("two", List.of(FIRST, other())), Math.toRadians(4));
        double sum = 0;
        List<Double> sigmas = new ArrayList<>();
        double[] xy = new double[2];
        for (int k = 0; k < grid.count; k++) {
            if (grid.depths[0][k] > 18 && grid.depths[1][k] > 18) {
                PatchMatcher.Match found = matcher.find(
                        grid.directions[3 * k], grid.directions[3 * k + 1], grid.directions[3 * k + 2], 0.02);
                if (found != null) {
                    Direction there = FIRST.rigFromLens().apply(FIRST.lens().unproject(found.x1(), found.y1()));
                    Direction ray = SECOND.rigFromLens().inverse().apply(there);
                    SECOND.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
                    sum += Math.pow(found.second().x() - xy[0], 2)
                            + Math.pow(found.second().y() - xy[1], 2);
                    sigmas.add(found.second().spread().meanPx());
                }
            }
        }
        assertThat(sigmas.size()).isGreaterThan(least);
        return Math.sqrt(sum / sigmas.size() / 2);
    }

    /** What the places around the horizon of a sphere that is painted so are off, pixels. */
    private static List<double[]> offs(ToDoubleFunction<Direction> paint, List<Spread> spreads) {
        PatchMatcher matcher = new PatchMatcher(
                FIRST,
                SECOND,
                picture(FIRST, 0, 1, paint),
                picture(SECOND, 0, 1, paint),
                PATCH,
                1 / FOCAL,
                PatchMatcher.NEAREST);
        SphereGrid grid = new SphereGrid(new Rig("two", List.of(FIRST, other())), Math.toRadians(4));
        List<double[]> offs = new ArrayList<>();
        double[] xy = new double[2];
        for (int k = 0; k < grid.count; k++) {
            boolean level = Math.abs(grid.directions[3 * k + 1]) < 0.5;
            if (level && grid.depths[0][k] > 18 && grid.depths[1][k] > 18) {
                PatchMatcher.Match found = matcher.find(
                        grid.directions[3 * k], grid.directions[3 * k + 1], grid.directions[3 * k + 2], 0.04);
                if (found != null) {
                    Direction ray =
                            SECOND.rigFromLens().inverse().apply(FIRST.lens().unproject(found.x1(), found.y1()));
                    SECOND.lens().project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
                    offs.add(new double[] {
                        found.second().x() - xy[0], found.second().y() - xy[1]
                    });
                    spreads.add(found.second().spread());
                }
            }
        }
        return offs;
    }

    /** Of what is soft the neighbours fit nearly as well as the best place; they are no other place. */
    @Test
    void softPatchesArePlaced() {
        List<double[]> offs = offs(
                d -> 1 + 0.3 * Math.sin(14 * d.x() + 1) + 0.3 * Math.sin(16 * d.y()) + 0.3 * Math.sin(15 * d.z()),
                new ArrayList<>());
        assertThat(offs.size()).isGreaterThan(40);
        double[] sorted = offs.stream()
                .mapToDouble(off -> Math.hypot(off[0], off[1]))
                .sorted()
                .toArray();
        assertThat(sorted[sorted.length / 2]).isLessThan(0.2);
    }

    /** Slats look alike a step further on. */
    @Test
    void whatRepeatsItselfIsLeftOut() {
        // Six steps of the grid from crest to crest.
        double wave = 2 * Math.PI / 6 * FOCAL;
        List<double[]> offs = offs(
                d -> 1 + 0.3 * Math.sin(wave * d.y()) + 0.03 * Math.sin(20 * d.x()) + 0.03 * Math.sin(23 * d.z()),
                new ArrayList<>());
        assertThat(offs.size()).isLessThan(5);
    }

    /** Rods that run down are placed across themselves to hundredths, and say that they are not so along. */
    @Test
    void whatRunsOneWayIsKnownAcross() {
        List<Spread> spreads = new ArrayList<>();
        List<double[]> offs = offs(
                d -> {
                    double sum = 0;
                    for (int k = 1; k <= 6; k++) {
                        sum += Math.sin((9 + 11 * k) * d.y() + 1.7 * k);
                    }
                    return 1 + 0.1 * sum + 0.02 * Math.sin(20 * d.x()) + 0.02 * Math.sin(23 * d.z());
                },
                spreads);
        assertThat(offs.size()).isGreaterThan(30);
        double across = 0;
        double ratio = 0;
        for (int i = 0; i < offs.size(); i++) {
            Spread spread = spreads.get(i);
            double off = -Math.sin(spread.angle()) * offs.get(i)[0] + Math.cos(spread.angle()) * offs.get(i)[1];
            across += off * off / offs.size();
            ratio += spread.longPx() / spread.shortPx() / offs.size();
        }
        assertThat(Math.sqrt(across)).isLessThan(0.08);
        assertThat(ratio).isGreaterThan(2.5);
    }

    private static RigLens other() {
        return new RigLens("B", SECOND.lens(), SECOND.rigFromLens(), SECOND.pupil());
    }

    @Test
    void evenLightIsMatchedToHundredthsOfAPixel() {
        assertThat(off(0, 60)).isLessThan(0.04);
    }

    @Test
    void lightThatFallsOffTowardsBothRimsShiftsNothing() {
        // At the rims of two lenses the slopes of the light are opposite; without their own numbers this is 0.1 px and
        // more.
        assertThat(off(1.5, 60)).isLessThan(0.06);
    }

    @Test
    void placesBetweenNodesAreTheLenssOwn() {
        TangentView view = new TangentView(31, 23, 1 / FOCAL);
        Picture picture = picture(FIRST, 0, 1);
        double[] frame = {1, 0, 0, 0, 1, 0, 0.6, -0.3, 0.5};
        double length = Math.sqrt(0.36 + 0.09 + 0.25);
        for (int k = 6; k < 9; k++) {
            frame[k] /= length;
        }
        view.look(FIRST.lens(), picture, frame);
        double[] xy = new double[2];
        double worst = 0;
        for (int row = 0; row < view.rows; row++) {
            for (int column = 0; column < view.columns; column++) {
                double u = (column - 15) / FOCAL;
                double v = (row - 11) / FOCAL;
                FIRST.lens().project(new double[] {frame[6] + u, frame[7] + v, frame[8]}, xy, new double[1], 1);
                int i = 2 * (row * view.columns + column);
                worst = Math.max(worst, Math.hypot(view.places[i] - xy[0], view.places[i + 1] - xy[1]));
            }
        }
        assertThat(worst).isLessThan(1e-3);
    }
}
