package foldback.core.solve;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/** Says which clip belongs to which slot of a rig, from where the clips' lenses were found to point. */
final class SlotFinder {
    /** Orders whose lenses are off by as little as this more than the best one's are as good: the rig looks alike so. */
    private static final double ALIKE = Math.toRadians(0.15);

    private static final double ALIKE_SHARE = 1.1;
    private static final int ROUNDS = 4;

    private SlotFinder() {}

    /**
     * An order of clips.
     *
     * @param clips of each slot, the number of its clip
     * @param offRad by how much the lenses point elsewhere than the card says, root mean square, radians
     */
    record Order(int[] clips, double offRad) {
        /** How many clips are where they were. */
        int kept() {
            return (int) IntStream.range(0, clips.length)
                    .filter(slot -> clips[slot] == slot)
                    .count();
        }
    }

    /**
     * The order that a card asks for. Of orders that fit alike, as those of an even ring do, the one that moves the fewest clips.
     *
     * @param card where each slot's lens points
     * @param found where each clip's lens points, all turned by one unknown rotation; null where that is not known: such clips
     *     take the slots that are left, in their order
     */
    static Order onCard(List<Rotation> card, Rotation[] found) {
        List<Order> orders = new ArrayList<>();
        for (int clip = 0; clip < found.length; clip++) {
            for (int slot = 0; slot < card.size() && found[clip] != null; slot++) {
                Order order = anchored(card, found, card.get(slot).times(found[clip].inverse()));
                if (order != null) {
                    orders.add(order);
                }
            }
        }
        double least = orders.stream().mapToDouble(Order::offRad).min().orElse(0);
        double most = Math.max(least + ALIKE, ALIKE_SHARE * least);
        return orders.stream()
                .filter(order -> order.offRad <= most)
                .max(Comparator.comparingInt(Order::kept).thenComparingDouble(order -> -order.offRad))
                .orElseGet(() -> new Order(IntStream.range(0, found.length).toArray(), Double.NaN));
    }

    /** The order that one turn of all clips gives: each clip in the slot next to which it points; null where two share one. */
    private static Order anchored(List<Rotation> card, Rotation[] found, Rotation begin) {
        Rotation turn = begin;
        int[] slots = new int[found.length];
        double off = 0;
        for (int round = 0; round < ROUNDS; round++) {
            Arrays.fill(slots, -1);
            boolean[] taken = new boolean[card.size()];
            double[] sum = new double[3];
            double squares = 0;
            int count = 0;
            for (int clip = 0; clip < found.length; clip++) {
                if (found[clip] == null) {
                    continue;
                }
                Rotation here = turn.times(found[clip]);
                int slot = nearest(card, here);
                if (taken[slot]) {
                    return null;
                }
                taken[slot] = true;
                slots[clip] = slot;
                Rotation residual = card.get(slot).times(here.inverse());
                double angle = residual.angleTo(Rotation.IDENTITY);
                double scale = Math.copySign(2, residual.w());
                sum[0] += scale * residual.x();
                sum[1] += scale * residual.y();
                sum[2] += scale * residual.z();
                squares += angle * angle;
                count++;
            }
            off = Math.sqrt(squares / count);
            turn = Rotation.ofVector(sum[0] / count, sum[1] / count, sum[2] / count)
                    .times(turn);
        }
        return new Order(filled(slots, card.size()), off);
    }

    private static int nearest(List<Rotation> card, Rotation here) {
        int best = 0;
        for (int slot = 1; slot < card.size(); slot++) {
            best = card.get(slot).angleTo(here) < card.get(best).angleTo(here) ? slot : best;
        }
        return best;
    }

    /** The clips of all slots; those that have no slot yet take what is left, their own first. */
    private static int[] filled(int[] slots, int count) {
        int[] clips = new int[count];
        Arrays.fill(clips, -1);
        for (int clip = 0; clip < slots.length; clip++) {
            if (slots[clip] >= 0) {
                clips[slots[clip]] = clip;
            }
        }
        for (int clip = 0; clip < slots.length; clip++) {
            if (slots[clip] < 0 && clips[clip] < 0) {
                clips[clip] = clip;
                slots[clip] = clip;
            }
        }
        int free = 0;
        for (int clip = 0; clip < slots.length; clip++) {
            if (slots[clip] < 0) {
                while (clips[free] >= 0) {
                    free++;
                }
                clips[free] = clip;
            }
        }
        return clips;
    }

    /**
     * The order in which lenses stand around the rig, seen from above, rightwards from the first clip; those that look up and down
     * come last.
     *
     * @param upright where each clip's lens points in a rig that stands upright
     */
    static int[] around(List<Rotation> upright) {
        Direction first = upright.get(0).apply(Direction.FORWARD);
        return IntStream.range(0, upright.size())
                .boxed()
                .sorted(Comparator.comparingInt((Integer clip) -> tier(upright.get(clip)))
                        .thenComparingDouble(clip -> turnFrom(first, upright.get(clip))))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    private static int tier(Rotation lens) {
        double pitch = lens.apply(Direction.FORWARD).pitch();
        return pitch > Math.PI / 4 ? 1 : pitch < -Math.PI / 4 ? 2 : 0;
    }

    private static double turnFrom(Direction first, Rotation lens) {
        double turn = lens.apply(Direction.FORWARD).yaw() - first.yaw();
        // A hair to the left of the first is the first.
        return Math.floorMod(Math.round((turn + 1e-6) * 1e9), Math.round(2 * Math.PI * 1e9));
    }
}
