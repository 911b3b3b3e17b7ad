package foldback.web.rig;

import foldback.core.match.TiePoints;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.engine.document.Asked;
import foldback.engine.preview.Previewer;
import foldback.engine.rig.CloseUp;
import foldback.engine.rig.PointEdits;
import foldback.engine.rig.TakeFrames;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.Take;
import foldback.media.JpegWriter;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.time.Duration;
import java.util.Set;
import org.springframework.context.annotation.Profile;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A take's tie points: shown, found near a place, placed and taken away; and how well the rig fits over time. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class PointsController {
    private static final float QUALITY = 0.9f;
    private static final int MOST_SIDE = 1024;
    private final Recipes recipes;
    private final OpenTakes takes;
    private final PointSets sets;
    private final Previewer previewer;

    PointsController(Recipes recipes, OpenTakes takes, PointSets sets, Previewer previewer) {
        this.recipes = recipes;
        this.takes = takes;
        this.sets = sets;
        this.previewer = previewer;
    }

    @GetMapping("/revisions/{number}/points")
    PointsView points(@PathVariable Long takeId, @PathVariable int number) {
        Recipe recipe = recipe(takeId, number);
        Rig fitted = TakeRig.fitted(recipe.rig(), takes.of(recipe).clips());
        return PointsView.of(recipe, fitted, sets.of(recipe));
    }

    /** A lens's surroundings of a direction in the rig, upright there. */
    @GetMapping("/revisions/{number}/close-up/{slot}")
    ResponseEntity<byte[]> closeUp(
            @PathVariable Long takeId,
            @PathVariable int number,
            @PathVariable String slot,
            @RequestParam double t,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam double z,
            @RequestParam double field,
            @RequestParam int side) {
        Recipe recipe = recipe(takeId, number);
        Take take = takes.of(recipe);
        int lens = PointSets.number(recipe, slot);
        Frame source = previewer.original(take, lens, t);
        int size = Math.max(32, Math.min(MOST_SIDE, side)) / 2 * 2;
        ColourTags tags = take.clips().get(lens).video().tags();
        Frame out = Frame.allocate(source.format(), tags, size, size);
        double wide = Math.toRadians(Math.max(0.5, Math.min(110, field)));
        Rig fitted = TakeRig.fitted(recipe.rig(), take.clips());
        CloseUp.draw(source, fitted.lenses().get(lens), new Direction(x, y, z), wide, out);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(1)).cachePrivate().immutable())
                .body(JpegWriter.encode(out, QUALITY));
    }

    /** Numbers of points to be taken away. */
    record Numbers(Set<Integer> numbers) {}

    @PostMapping("/points/delete")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable Long takeId, @RequestParam int base, @RequestBody Numbers wanted) {
        Recipe recipe = recipe(takeId, base);
        TiePoints left = PointEdits.without(sets.of(recipe), Asked.required(wanted.numbers(), "numbers"));
        int count = wanted.numbers().size();
        keep(takeId, base, recipe, left, count == 1 ? "Delete a tie point" : "Delete " + count + " tie points");
    }

    /** What a lens sees in a direction of the rig's frame, as the rig stands. */
    record Place(String slot, double x, double y, double z) {}

    /** Where to look for points. */
    record Around(double seconds, Place place) {}

    /** How many points were found. */
    record Found(int count) {}

    @PostMapping("/points/find")
    Found find(@PathVariable Long takeId, @RequestParam int base, @RequestBody Around order) {
        Recipe recipe = recipe(takeId, base);
        Take take = takes.of(recipe);
        TiePoints known = sets.of(recipe);
        Rig fitted = TakeRig.fitted(recipe.rig(), take.clips());
        TiePoints more = PointEdits.around(
                known,
                fitted,
                take.clips(),
                new TakeFrames(previewer, take),
                order.seconds(),
                place(recipe, fitted, order.place()));
        int count = more.points().size() - known.points().size();
        if (count > 0) {
            keep(takeId, base, recipe, more, "Find " + count + " tie points");
        }
        return new Found(count);
    }

    /** One thing seen by two lenses. */
    record Placed(double seconds, Place one, Place two) {}

    @PostMapping("/points/place")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void place(@PathVariable Long takeId, @RequestParam int base, @RequestBody Placed order) {
        Recipe recipe = recipe(takeId, base);
        Take take = takes.of(recipe);
        Rig fitted = TakeRig.fitted(recipe.rig(), take.clips());
        TiePoints more = PointEdits.placed(
                sets.of(recipe),
                fitted,
                take.clips(),
                new TakeFrames(previewer, take),
                order.seconds(),
                place(recipe, fitted, order.one()),
                place(recipe, fitted, order.two()));
        keep(takeId, base, recipe, more, "Place a tie point");
    }

    private void keep(Long takeId, int base, Recipe recipe, TiePoints points, String label) {
        String hash = sets.keep(points, recipe.rig().slots());
        recipes.change(
                takeId, base, recipe.with(Geometry.SECTION, recipe.geometry().withPoints(hash)), label);
    }

    private Recipe recipe(Long takeId, int number) {
        return recipes.revision(takeId, number).read();
    }

    private static PointEdits.Place place(Recipe recipe, Rig fitted, Place place) {
        int lens = PointSets.number(
                recipe, Asked.required(Asked.required(place, "place").slot(), "slot"));
        RigLens own = fitted.lenses().get(lens);
        double[] xy = PointsView.place(own, new Direction(place.x(), place.y(), place.z()));
        if (!(own.lens().frame().depthInside(xy[0], xy[1]) > 0)) {
            throw new IllegalArgumentException("Lens " + place.slot() + " does not see that place.");
        }
        return new PointEdits.Place(lens, xy[0], xy[1]);
    }
}
