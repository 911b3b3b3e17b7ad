package foldback.core.framing;

import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A virtual camera on the levelled sphere. Its angles go over time as numbers do, so that the horizon stays where it is put, a turn may go
 * round more than once, and nothing flips at the poles.
 *
 * @param name that deliverables call it by
 * @param shape how it shows what it looks at
 * @param aspect of its pictures
 * @param yaw of its middle, radians; may go on beyond half a turn
 * @param pitch of its middle, radians
 * @param roll about its middle, radians
 * @param field from its left side to its right side, radians
 */
public record Framing(
        String name,
        FrameShape shape,
        Aspect aspect,
        Track<Amount> yaw,
        Track<Amount> pitch,
        Track<Amount> roll,
        Track<Amount> field) {
    public static final int MOST_NAME = 60;
    /** Over which a turning speed is measured. */
    private static final double STEP_SECONDS = 0.02;

    /** Width to height, in any whole numbers. */
    public record Aspect(int width, int height) {
        private static final int MOST = 100;

        public Aspect {
            if (width < 1 || height < 1 || width > MOST || height > MOST) {
                throw new IllegalArgumentException("an aspect is 1 to 100 by 1 to 100: " + width + " by " + height);
            }
        }

        /** The even height that goes with a width. */
        public int heightOf(int pixels) {
            return Math.max(2, (int) Math.round((double) pixels * height / width / 2) * 2);
        }
    }

    public Framing {
        if (name.isBlank() || name.length() > MOST_NAME || !name.equals(name.strip())) {
            throw new IllegalArgumentException(
                    "a framing's name has 1 to 60 characters, and no spaces at its ends: '" + name + "'");
        }
        field.keys().forEach(key -> {
            double value = key.value().value();
            if (!(value >= FrameShape.LEAST_FIELD && value <= shape.mostField())) {
                throw new IllegalArgumentException(
                        "Framing '%s' (%s) shows 5 to %.0f degrees from side to side, not %.1f: choose another field or shape."
                                .formatted(
                                        name,
                                        shape.name().toLowerCase(Locale.ROOT),
                                        Math.toDegrees(shape.mostField()),
                                        Math.toDegrees(value)));
            }
        });
    }

    /** The rotation from the framed picture to the levelled sphere. */
    public Rotation rotation(double seconds) {
        return Rotation.ofYawPitchRoll(
                yaw.at(seconds).value(),
                pitch.at(seconds).value(),
                roll.at(seconds).value());
    }

    /** Whether it shows the same part of the sphere at all times. */
    public boolean isStill() {
        return Stream.of(yaw, pitch, roll, field).allMatch(Track::isStill);
    }

    /** Its picture's geometry at a take time. */
    public Canvas canvas(double seconds, int width, int height) {
        return new Canvas(width, height, shape.projection(field.at(seconds).value()));
    }

    /** Its picture's geometry at its first key. */
    public Canvas firstCanvas(int width, int height) {
        return canvas(field.keys().get(0).seconds(), width, height);
    }

    /** How quickly it turns about a take time, radians a second; 0 where it is cut from one place to another. */
    public double turning(double seconds) {
        double from = seconds - STEP_SECONDS / 2;
        if (Stream.of(yaw, pitch, roll).anyMatch(track -> isCut(track, from, from + STEP_SECONDS))) {
            return 0;
        }
        Rotation turn = rotation(from).inverse().times(rotation(from + STEP_SECONDS));
        double[] vector = turn.vector();
        return Math.sqrt(vector[0] * vector[0] + vector[1] * vector[1] + vector[2] * vector[2]) / STEP_SECONDS;
    }

    private static boolean isCut(Track<Amount> track, double from, double to) {
        List<Key<Amount>> keys = track.keys();
        return IntStream.range(1, keys.size())
                .anyMatch(n -> keys.get(n - 1).easing() == Easing.HOLD
                        && keys.get(n).seconds() > from
                        && keys.get(n).seconds() <= to);
    }
}
