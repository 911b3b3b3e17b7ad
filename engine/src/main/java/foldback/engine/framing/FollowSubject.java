package foldback.engine.framing;

import foldback.core.follow.Followed;
import foldback.core.framing.CalmPath;
import foldback.core.framing.Framing;
import foldback.core.recipe.Framings;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Steady;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.engine.follow.Subjects;
import foldback.engine.preview.Previewer;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Has a framing follow what was marked in it. */
final class FollowSubject implements StageJob<FollowSubject.Order> {
    private static final Set<String> DEPENDS = Set.of(
            StageResult.CLIPS,
            Geometry.SECTION.name(),
            Steady.SECTION.name(),
            Level.SECTION.name(),
            Framings.SECTION.name());

    private static final Set<String> SETS = Set.of(Framings.SECTION.name());
    private static final double USUAL_CALM = 1;
    private static final double MOST_CALM = 60;

    /**
     * What is to be followed.
     *
     * @param framing which one follows it
     * @param from take time at which it was marked
     * @param to take time until which it is followed; the take's end without it
     * @param yawDeg where its middle was, on the levelled sphere
     * @param sizeDeg the angle that it took up
     * @param calmSeconds what is quicker is not gone along with
     */
    record Order(
            Optional<String> framing,
            Optional<Double> from,
            Optional<Double> to,
            Optional<Double> yawDeg,
            Optional<Double> pitchDeg,
            Optional<Double> sizeDeg,
            Optional<Double> calmSeconds) {
        Order {
            framing = framing == null ? Optional.empty() : framing;
            from = from == null ? Optional.empty() : from;
            to = to == null ? Optional.empty() : to;
            yawDeg = yawDeg == null ? Optional.empty() : yawDeg;
            pitchDeg = pitchDeg == null ? Optional.empty() : pitchDeg;
            sizeDeg = sizeDeg == null ? Optional.empty() : sizeDeg;
            calmSeconds = calmSeconds == null ? Optional.empty() : calmSeconds;
        }

        Direction start() {
            return Direction.ofYawPitch(Math.toRadians(yawDeg.orElseThrow()), Math.toRadians(pitchDeg.orElseThrow()));
        }
    }

    @Override
    public String name() {
        return "follow";
    }

    @Override
    public Class<Order> order() {
        return Order.class;
    }

    @Override
    public void check(Recipe recipe, Order order) {
        recipe.framing()
                .named(order.framing()
                        .orElseThrow(() -> new IllegalArgumentException("Say which framing is to follow something.")));
        if (order.from().isEmpty()
                || order.yawDeg().isEmpty()
                || order.pitchDeg().isEmpty()
                || order.sizeDeg().isEmpty()) {
            throw new IllegalArgumentException("Mark what is to be followed, and when it was seen there.");
        }
        double size = order.sizeDeg().get();
        if (!(size >= Subjects.LEAST_DEGREES && size <= Subjects.MOST_DEGREES)) {
            throw new IllegalArgumentException(String.format(
                    Locale.ROOT,
                    "What is followed takes up %.0f to %.0f degrees; what was marked takes up %.1f.",
                    Subjects.LEAST_DEGREES,
                    Subjects.MOST_DEGREES,
                    size));
        }
        double calm = order.calmSeconds().orElse(USUAL_CALM);
        if (!(calm >= 0 && calm <= MOST_CALM)) {
            throw new IllegalArgumentException(
                    String.format(Locale.ROOT, "A camera is calm over 0 to %.0f seconds, not %.1f.", MOST_CALM, calm));
        }
        if (order.to().isPresent() && !(order.to().get() > order.from().get())) {
            throw new IllegalArgumentException("The range ends before what was marked: move its end.");
        }
    }

    @Override
    public StageResult run(Recipe recipe, Take take, Order order, StageTools tools, Run run)
            throws InterruptedException {
        Followed followed = new Subjects(tools.get(Previewer.class), recipe, take)
                .follow(
                        order.start(),
                        Math.toRadians(order.sizeDeg().get()),
                        order.from().orElseThrow(),
                        order.to().orElse(Double.POSITIVE_INFINITY),
                        run);
        double last = followed.places().get(followed.places().size() - 1).seconds();
        if (followed.places().size() < 2) {
            throw new IllegalArgumentException(String.format(
                    Locale.ROOT,
                    "What was marked is lost at once, at %.2f s: mark more of it, or less around it.",
                    last));
        }
        Framing framing = recipe.framing().named(order.framing().orElseThrow());
        Framing following =
                CalmPath.after(framing, followed.places(), order.calmSeconds().orElse(USUAL_CALM));
        List<Framing> framings = recipe.framing().framings().stream()
                .map(each -> each.equals(framing) ? following : each)
                .toList();
        String label = followed.isLost()
                ? String.format(Locale.ROOT, "%s follows until %.2f s, where it was lost", framing.name(), last)
                : framing.name() + " follows what was marked";
        return new StageResult(label, DEPENDS, SETS, recipe.with(Framings.SECTION, new Framings(framings)));
    }
}
