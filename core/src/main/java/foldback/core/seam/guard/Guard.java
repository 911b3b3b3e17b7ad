package foldback.core.seam.guard;

import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/**
 * An area of an ellipse's shape that one lens keeps whole. All but its name, lens and edge may change over time.
 *
 * @param name of what it is drawn round
 * @param lens the slot of the lens that keeps it; empty for the one that sees its middle best
 * @param yaw of its middle in the rig, radians; may go on beyond half a turn
 * @param pitch of its middle, radians
 * @param turn from the horizontal to its length, clockwise as seen, radians
 * @param length from its middle to its end, radians
 * @param width from its middle to its side, radians
 * @param strength 0 leaves the seam where it is, 1 takes it all the way round
 * @param edge over which what is around it comes back, radians
 */
public record Guard(
        String name,
        Optional<String> lens,
        Track<Amount> yaw,
        Track<Amount> pitch,
        Track<Amount> turn,
        Track<Amount> length,
        Track<Amount> width,
        Track<Amount> strength,
        double edge) {
    public static final int MOST_NAME = 60;
    public static final double LEAST_SIZE = Math.toRadians(0.2);
    public static final double MOST_SIZE = Math.toRadians(60);
    public static final double MOST_EDGE = Math.toRadians(20);

    public Guard {
        if (name.isBlank() || name.length() > MOST_NAME || !name.equals(name.strip())) {
            throw new IllegalArgumentException(
                    "a guard's name has 1 to 60 characters, and no spaces at its ends: '" + name + "'");
        }
        check(name, "length", length, LEAST_SIZE, MOST_SIZE);
        check(name, "width", width, LEAST_SIZE, MOST_SIZE);
        check(name, "pitch", pitch, -Math.PI / 2, Math.PI / 2);
        if (strength.keys().stream()
                .anyMatch(key -> !(key.value().value() >= 0 && key.value().value() <= 1))) {
            throw new IllegalArgumentException("Guard '" + name + "': its strength is 0 to 1.");
        }
        if (!(edge >= 0 && edge <= MOST_EDGE)) {
            throw new IllegalArgumentException("Guard '" + name + "': its edge is 0 to 20 degrees wide.");
        }
    }

    private static void check(String name, String what, Track<Amount> track, double least, double most) {
        track.keys().forEach(key -> {
            double value = key.value().value();
            if (!(value >= least - 1e-9 && value <= most + 1e-9)) {
                throw new IllegalArgumentException("Guard '%s': its %s is %.1f to %.1f degrees, not %.1f."
                        .formatted(name, what, Math.toDegrees(least), Math.toDegrees(most), Math.toDegrees(value)));
            }
        });
    }

    /** Where it is at a time. */
    public GuardArea at(double seconds) {
        // Turned about its middle, right is along its length.
        Rotation rigFromArea = Rotation.ofYawPitchRoll(
                yaw.at(seconds).value(),
                pitch.at(seconds).value(),
                turn.at(seconds).value());
        return new GuardArea(
                rigFromArea,
                length.at(seconds).value(),
                width.at(seconds).value(),
                edge,
                strength.at(seconds).value());
    }

    /** Its middle at its first key. */
    public Direction firstMiddle() {
        double first = yaw.keys().get(0).seconds();
        return at(first).middle();
    }

    /** Whether it is the same at all times. */
    public boolean isStill() {
        return tracks().allMatch(Track::isStill);
    }

    private Stream<Track<Amount>> tracks() {
        return Stream.of(yaw, pitch, turn, length, width, strength);
    }

    /** The times of all its keys, rising. */
    public List<Double> keyTimes() {
        return tracks().flatMap(track -> track.keys().stream())
                .map(key -> key.seconds())
                .distinct()
                .sorted()
                .toList();
    }

    /** The same of lenses whose slots changed. */
    public Guard withSlots(UnaryOperator<String> slotOf) {
        return new Guard(name, lens.map(slotOf), yaw, pitch, turn, length, width, strength, edge);
    }
}
