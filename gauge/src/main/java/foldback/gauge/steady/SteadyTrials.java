package foldback.gauge.steady;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.motion.RotationTrack;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.steady.Jitter;
import foldback.core.steady.RigShake;
import foldback.core.steady.SteadySettings;
import foldback.core.steady.SteadySettings.Front;
import foldback.core.steady.SteadySettings.Horizon;
import foldback.core.steady.Steadying;
import foldback.gauge.Figure;
import foldback.sim.film.Studio;
import foldback.sim.motion.CubeSphere;
import foldback.sim.motion.Shake;
import foldback.sim.motion.SmallCamera;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import java.util.stream.IntStream;

/** Takes of a minute, shaken by some degrees while they turn, measured from their pictures and steadied: what is left, against truth. */
public final class SteadyTrials {
    private static final int TAKES = 8;
    private static final int SPHERE_WIDTH = 1024;
    private static final int SIZE = 240;
    private static final double FIELD = Math.toRadians(190);
    private static final double RATE = 25;
    private static final int FRAMES = 60 * 25;
    private static final double SHAKE_HERTZ = 0.5;
    private static final double NOISE = 1.5;

    private SteadyTrials() {}

    /**
     * What became of a take, degrees.
     *
     * @param before how much it trembled
     * @param left how much it trembles where it is steadied to one place
     * @param drift by how much the front is elsewhere at the end, a minute later
     */
    private record Outcome(double before, double left, double drift) {}

    public static List<Figure> measure(Consumer<String> news) {
        CubeSphere sphere = new CubeSphere(
                new Studio().sphere(SPHERE_WIDTH, 1, PixelFormat.YUV420_8, 3).y(), SPHERE_WIDTH / 3);
        List<Outcome> outcomes = IntStream.range(0, TAKES)
                .parallel()
                .mapToObj(n -> trial(n, sphere, news))
                .toList();
        return List.of(
                new Figure(
                        "steady: shake left from the picture, median",
                        Figure.percentile(outcomes, Outcome::left, 0.5),
                        "degrees",
                        Figure.Bar.AT_MOST,
                        0.08),
                new Figure(
                        "steady: shake left from the picture, worst",
                        Figure.percentile(outcomes, Outcome::left, 1),
                        "degrees",
                        Figure.Bar.AT_MOST,
                        0.08),
                new Figure(
                        "steady: drift of the front in a minute, worst",
                        Figure.percentile(outcomes, Outcome::drift, 1),
                        "degrees",
                        Figure.Bar.AT_MOST,
                        0.5));
    }

    private static Outcome trial(int n, CubeSphere sphere, Consumer<String> news) {
        SplittableRandom random = new SplittableRandom(7919L * n + 3);
        for (int i = 0; i < 8; i++) {
            random.nextLong();
        }
        double sway = 1 + 7 * random.nextDouble();
        double gait = n % 2 == 0 ? 0 : 1.5 * random.nextDouble();
        double readOut = 0.005 + 0.02 * random.nextDouble();
        double exposure = 0.002 + 0.008 * random.nextDouble();
        double travel = Math.toRadians(-6 + 12 * random.nextDouble());
        int people = random.nextInt(4);
        Shake shake = new Shake(sway, gait, random.nextLong());
        RotationPath truth = seconds -> Rotation.ofYawPitchRoll(
                        travel * seconds + 0.5 * Math.sin(0.3 * seconds), 0.05 * Math.sin(0.2 * seconds), 0)
                .times(shake.at(seconds));
        List<RigLens> lenses = new ArrayList<>();
        List<SmallCamera> cameras = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            RigLens lens = new RigLens(
                    i == 0 ? "A" : "B", lens(), Rotation.ofYawPitchRoll(Math.PI * i, 0.01, 0), Position.ORIGIN);
            lenses.add(lens);
            cameras.add(new SmallCamera(
                    sphere,
                    lens,
                    SIZE,
                    FIELD,
                    readOut,
                    exposure,
                    NOISE,
                    people,
                    truth::at,
                    seconds -> 1 + 0.05 * Math.sin(seconds),
                    100L * n + i));
        }
        double[] begins = {0, 0.012};
        FollowedRig followed = new FollowedRig(lenses, RATE, begins);
        for (int i = 0; i < 2; i++) {
            for (int k = 0; k < FRAMES; k++) {
                byte[] luma = new byte[SIZE * SIZE];
                cameras.get(i).shoot(begins[i] + k / RATE, luma);
                followed.add(i, luma);
            }
        }
        RigShake measured = followed.followed().shake();
        // A picture's turn is that of the middle of its lines, and of their exposure.
        double late = readOut / 2 + exposure / 2;
        RotationTrack rig = measured.worldFromRig();
        RotationTrack view =
                Steadying.view(rig, Rotation.IDENTITY, new SteadySettings(Front.STAYS, Horizon.LEVEL, 1, 1, 1, 1, 0));
        Rotation[] shown = new Rotation[rig.size()];
        Rotation first = truth.at(rig.time(0) + late).inverse();
        for (int k = 0; k < shown.length; k++) {
            Rotation turned = first.times(truth.at(rig.time(k) + late));
            shown[k] = turned.times(rig.rotation(k).inverse()).times(view.rotation(k));
        }
        RotationTrack seen = new RotationTrack(rig.times(), shown);
        Outcome outcome = new Outcome(
                Math.toDegrees(Jitter.rms(rig, SHAKE_HERTZ)),
                Math.toDegrees(Jitter.rms(seen, SHAKE_HERTZ)),
                Math.toDegrees(shown[shown.length - 1].angleTo(shown[0])));
        news.accept(String.format(
                Locale.ROOT,
                "%d: sway %.1f, gait %.1f, %d people, read-out %.0f ms: shake %.2f -> %.3f, front %.2f off after a minute, lenses %.3f"
                        + " apart",
                n,
                sway,
                gait,
                people,
                1000 * readOut,
                outcome.before,
                outcome.left,
                outcome.drift,
                Math.toDegrees(measured.apartRad())));
        return outcome;
    }

    private static Lens lens() {
        double middle = SIZE / 2.0;
        ImageCircle circle = new ImageCircle(middle, middle, middle);
        return FisheyeLens.equidistant(new LensFrame(SIZE, SIZE, middle, middle, Optional.of(circle)), FIELD);
    }
}
