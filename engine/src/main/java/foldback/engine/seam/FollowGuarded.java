package foldback.engine.seam;

import foldback.core.follow.Followed;
import foldback.core.follow.Followed.Place;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.recipe.Steady;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.run.Run;
import foldback.core.seam.guard.Guard;
import foldback.core.seam.guard.GuardArea;
import foldback.core.seam.guard.GuardPath;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.engine.follow.Subjects;
import foldback.engine.preview.Previewer;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Has a guard go along with what is in it, both ways in time. */
final class FollowGuarded implements StageJob<FollowGuarded.Order> {
    private static final Set<String> DEPENDS = Set.of(
            StageResult.CLIPS,
            Geometry.SECTION.name(),
            Steady.SECTION.name(),
            Level.SECTION.name(),
            Seams.SECTION.name());

    private static final Set<String> SETS = Set.of(Seams.SECTION.name());

    /**
     * What is wanted.
     *
     * @param guard by its name
     * @param at take time at which it lies round what is to be followed
     * @param from take time back to which it is followed; the take's start without it
     * @param to take time until which it is followed; the take's end without it
     */
    record Order(Optional<String> guard, Optional<Double> at, Optional<Double> from, Optional<Double> to) {
        Order {
            guard = guard == null ? Optional.empty() : guard;
            at = at == null ? Optional.empty() : at;
            from = from == null ? Optional.empty() : from;
            to = to == null ? Optional.empty() : to;
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
        guard(recipe, order);
        if (order.at().isEmpty()) {
            throw new IllegalArgumentException("Say when the guard lies round what it is to follow.");
        }
    }

    private static Guard guard(Recipe recipe, Order order) {
        String name = order.guard()
                .orElseThrow(() -> new IllegalArgumentException("Say which guard is to follow something."));
        return recipe.seams().guards().stream()
                .filter(guard -> guard.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no guard \u201c" + name + "\u201d."));
    }

    @Override
    public StageResult run(Recipe recipe, Take take, Order order, StageTools tools, Run run)
            throws InterruptedException {
        Guard guard = guard(recipe, order);
        double at = order.at().orElseThrow();
        GuardArea area = guard.at(at);
        Turns turns = seconds -> tools.get(TakeShake.class).rigFromCanvas(recipe, take.showing(recipe), seconds);
        Subjects subjects = new Subjects(tools.get(Previewer.class), recipe, take);
        double size = Math.max(
                Math.toRadians(Subjects.LEAST_DEGREES),
                Math.min(Math.toRadians(Subjects.MOST_DEGREES), 2 * Math.sqrt(area.length() * area.width())));
        Way way = new Way(subjects, turns.at(at).inverse().apply(area.middle()), size, at);
        Followed back = way.to(order.from().orElse(Double.NEGATIVE_INFINITY), run.part(0, 0.5));
        Followed on = way.to(order.to().orElse(Double.POSITIVE_INFINITY), run.part(0.5, 1));
        List<Place> places = inRig(joined(back, on), turns);
        if (places.size() < 2) {
            throw new IllegalArgumentException(
                    "What is in the guard is lost at once: draw it closer round something with edges or a pattern.");
        }
        Guard following =
                GuardPath.after(guard, places, places.get(back.places().size() - 1));
        List<Guard> guards = recipe.seams().guards().stream()
                .map(each -> each.equals(guard) ? following : each)
                .toList();
        return new StageResult(
                said(guard, back, on),
                DEPENDS,
                SETS,
                recipe.with(Seams.SECTION, recipe.seams().withGuards(guards)));
    }

    /** From the canvas to the rig at a moment. */
    private interface Turns {
        Rotation at(double seconds);
    }

    /** What is followed. */
    private record Way(Subjects subjects, Direction start, double size, double at) {
        Followed to(double end, Run run) throws InterruptedException {
            return subjects.follow(start, size, at, end, run);
        }
    }

    /** In the order of time, the moment at which both begin once. */
    private static List<Place> joined(Followed back, Followed on) {
        List<Place> places = new ArrayList<>(back.places());
        Collections.reverse(places);
        places.addAll(on.places().subList(1, on.places().size()));
        return places;
    }

    private static List<Place> inRig(List<Place> places, Turns turns) {
        return places.stream()
                .map(place -> new Place(
                        place.seconds(),
                        turns.at(place.seconds()).apply(place.direction()),
                        place.likeness(),
                        place.size()))
                .toList();
    }

    private static String said(Guard guard, Followed back, Followed on) {
        String follows = guard.name() + " follows what is in it";
        if (on.isLost()) {
            return String.format(Locale.ROOT, "%s until %.2f s, where it was lost", follows, end(on));
        }
        return back.isLost()
                ? String.format(Locale.ROOT, "%s from %.2f s on, where it was lost", follows, end(back))
                : follows;
    }

    private static double end(Followed followed) {
        return followed.places().get(followed.places().size() - 1).seconds();
    }
}
