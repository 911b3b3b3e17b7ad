package foldback.web.preview;

import foldback.core.matte.SpotFinder;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.seam.guard.Guard;
import foldback.core.seam.guard.GuardedSeams;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.weight.Meeting;
import foldback.core.warp.Kernel;
import foldback.engine.document.Asked;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.engine.seam.SeamView;
import foldback.engine.seam.TakeFlows;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import foldback.media.JpegWriter;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The seams of a take, unrolled. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}/revisions/{number}/seams")
class SeamController {
    private static final float QUALITY = 0.88f;
    private static final double PIXELS_PER_DEGREE = 8;

    private final Recipes recipes;
    private final OpenTakes takes;
    private final Previewer previewer;
    private final TakeFlows flows;
    private final TakeShake shake;

    SeamController(Recipes recipes, OpenTakes takes, Previewer previewer, TakeFlows flows, TakeShake shake) {
        this.recipes = recipes;
        this.takes = takes;
        this.previewer = previewer;
        this.flows = flows;
        this.shake = shake;
    }

    /** A seam, and the size of its picture. */
    record Seam(String first, String second, int width, int height) {}

    @GetMapping
    List<Seam> seams(@PathVariable Long takeId, @PathVariable int number) {
        return views(recipes.revision(takeId, number).read()).stream()
                .map(view -> new Seam(
                        view.first(),
                        view.second(),
                        view.canvas().width(),
                        view.canvas().height()))
                .toList();
    }

    /**
     * How guards lie at a moment.
     *
     * @param rigFromCanvas a quaternion: w, x, y, z
     * @param keepers by guard, the slot of the lens that keeps it; none where that is off
     */
    record Guarding(double[] rigFromCanvas, Map<String, String> keepers) {}

    @GetMapping("/guards")
    Guarding guards(@PathVariable Long takeId, @PathVariable int number, @RequestParam double t) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Rotation turn = shake.rigFromCanvas(recipe, takes.of(recipe).showing(recipe), t);
        Rig rig = recipe.geometry().rigOn();
        Map<String, String> keepers = new LinkedHashMap<>();
        for (Guard guard : recipe.seams().guards()) {
            int lens = GuardedSeams.keeper(rig, guard);
            if (lens >= 0) {
                keepers.put(guard.name(), rig.lenses().get(lens).slot());
            }
        }
        return new Guarding(new double[] {turn.w(), turn.x(), turn.y(), turn.z()}, keepers);
    }

    /**
     * What was drawn on the sphere.
     *
     * @param lens the slot of the lens that it is for
     * @param places x and y in turn, shares of the canvas
     * @param radius of the brush, degrees
     */
    record Drawn(String lens, List<Double> places, double radius) {}

    /**
     * The same in the lens's picture.
     *
     * @param spots x and y in turn, shares of the picture, of what the lens sees
     * @param radius share of its height; 0 where it sees none of it
     */
    record Painted(List<Double> spots, double radius) {}

    @PostMapping("/paint")
    Painted paint(
            @PathVariable Long takeId, @PathVariable int number, @RequestParam double t, @RequestBody Drawn drawn) {
        Recipe recipe = recipes.revision(takeId, number).read();
        RigLens lens = recipe.geometry().rigOn().lenses().stream()
                .filter(one -> one.slot().equals(drawn.lens()))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Lens '" + drawn.lens() + "' is not there, or off."));
        Rotation rigFromCanvas = shake.rigFromCanvas(recipe, takes.of(recipe).showing(recipe), t);
        List<Double> places = Asked.list(drawn.places(), "places");
        List<Direction> seen = IntStream.range(0, places.size() / 2)
                .mapToObj(n -> rigFromCanvas.apply(Direction.ofYawPitch(
                        (places.get(2 * n) - 0.5) * 2 * Math.PI, (0.5 - places.get(2 * n + 1)) * Math.PI)))
                .toList();
        SpotFinder finder = new SpotFinder(lens, recipe.seams().meetingMetres());
        double radius = seen.stream()
                .map(direction -> finder.size(direction, Math.toRadians(drawn.radius())))
                .flatMapToDouble(OptionalDouble::stream)
                .average()
                .orElse(0);
        return new Painted(
                finder.spots(seen).stream()
                        .flatMap(spot -> Stream.of(spot.x(), spot.y()))
                        .toList(),
                radius);
    }

    private List<SeamView> views(Recipe recipe) {
        return SeamView.of(flows, recipe, takes.of(recipe).showing(recipe), PIXELS_PER_DEGREE);
    }

    /**
     * A seam's picture.
     *
     * @param show "both" as they are stitched, or "first" or "second" for one lens alone
     */
    @GetMapping("/{first}-{second}")
    ResponseEntity<byte[]> picture(
            @PathVariable Long takeId,
            @PathVariable int number,
            @PathVariable String first,
            @PathVariable String second,
            @RequestParam double t,
            @RequestParam(defaultValue = "both") String show)
            throws InterruptedException {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take take = takes.of(recipe);
        SeamView view = views(recipe).stream()
                .filter(seam -> seam.first().equals(first) && seam.second().equals(second))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        "Lenses " + first + " and " + second + " have no seam: they share too little, or one is off."));
        Target target = Target.plain(view.canvas(), Kernel.QUICK, Target.Colours.VIEWING)
                .withMeeting(meeting(show, view, take.showing(recipe)));
        Previewer.Picture seen = previewer.sphere(view.recipe(), take, t, target, takes.transformOf(recipe), Run.QUIET);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(1)).cachePrivate().immutable())
                .body(JpegWriter.encode(seen.frame(), QUALITY));
    }

    private static Meeting meeting(String show, SeamView view, Take shown) {
        return switch (show) {
            case "both" -> Meeting.BLENDED;
            case "first" -> Meetings.side(view.first(), view.second(), shown);
            case "second" -> Meetings.side(view.second(), view.first(), shown);
            default -> throw new IllegalArgumentException("'show' is both, first or second: '" + show + "'");
        };
    }
}
