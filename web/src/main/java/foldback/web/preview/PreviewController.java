package foldback.web.preview;

import foldback.core.finish.ColourTransform;
import foldback.core.framing.Framing;
import foldback.core.picture.ColourTags;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.projection.PartSphere;
import foldback.engine.picture.Eyes;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.engine.recipe.RecipePatch;
import foldback.engine.take.Take;
import foldback.media.JpegWriter;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.stage.Comparison;
import foldback.web.take.OpenTakes;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
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
import org.springframework.web.bind.annotation.RestController;

/** Pictures of a take: kept states by an address that never changes, unsaved ones by their patch. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class PreviewController {
    private static final float QUALITY = 0.88f;
    /** Tells the page whether a picture comes from proxies or from the originals. */
    private static final String FROM_HEADER = "Foldback-From";

    private static final int MAX_HALVINGS = 3;
    private static final int THUMBNAIL_WIDTH = 640;
    /** Of the name of who asks. */
    private static final int MOST_LETTERS = 100;

    private final Recipes recipes;
    private final OpenTakes takes;
    private final Previewer previewer;
    private final Comparison comparison;
    private final Newest newest = new Newest();

    PreviewController(Recipes recipes, OpenTakes takes, Previewer previewer, Comparison comparison) {
        this.comparison = comparison;
        this.recipes = recipes;
        this.takes = takes;
        this.previewer = previewer;
    }

    /**
     * A picture of the sphere, or of what a framing shows.
     *
     * @param without a stage whose work is left out of the picture
     * @param framing the name of the recipe's framing that is shown
     */
    @GetMapping("/revisions/{number}/sphere")
    ResponseEntity<byte[]> kept(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam double t,
            @RequestParam int width,
            @RequestParam(defaultValue = "") List<String> look,
            @RequestParam Optional<String> without,
            @RequestParam Optional<String> framing)
            throws InterruptedException {
        Recipe recipe = without.map(stage -> comparison.without(takeId, number, stage))
                .orElseGet(() -> recipes.revision(takeId, number).read());
        return picture(sphere(recipe, t, new Asked(width, framing, look), Run.QUIET), true);
    }

    /** The take's head in the middle of its time, small. */
    @GetMapping("/thumbnail")
    ResponseEntity<byte[]> thumbnail(@PathVariable Long takeId) throws InterruptedException {
        Recipe recipe = recipes.head(takeId).revision().read();
        TimeSpan span = takes.of(recipe).showing(recipe).commonSpan();
        Asked small = new Asked(THUMBNAIL_WIDTH, Optional.empty(), List.of());
        return picture(sphere(recipe, (span.from() + span.to()) / 2, small, Run.QUIET), false);
    }

    @PostMapping("/sphere")
    ResponseEntity<byte[]> unsaved(
            @PathVariable Long takeId,
            @RequestParam double t,
            @RequestParam int width,
            @RequestParam(defaultValue = "") List<String> look,
            @RequestParam(defaultValue = "") String asker,
            @RequestParam Optional<String> framing,
            @RequestBody RecipePatch patch)
            throws InterruptedException {
        Run run = newest.begin(takeId + " " + asker.substring(0, Math.min(MOST_LETTERS, asker.length())));
        Recipe recipe = patch.on(recipes.revision(takeId, patch.base()).recipe());
        try {
            return picture(sphere(recipe, t, new Asked(width, framing, look), run), false);
        } catch (CancellationException overtaken) {
            return ResponseEntity.status(HttpStatus.NO_CONTENT).build();
        }
    }

    @GetMapping("/revisions/{number}/lens/{slot}")
    ResponseEntity<byte[]> lens(
            @PathVariable Long takeId,
            @PathVariable int number,
            @PathVariable String slot,
            @RequestParam double t,
            @RequestParam(defaultValue = "0") int halvings,
            @RequestParam(defaultValue = "false") boolean near,
            @RequestParam(defaultValue = "") List<String> look) {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take take = takes.of(recipe);
        for (int i = 0; i < take.clips().size(); i++) {
            if (take.clips().get(i).ref().slot().equals(slot)) {
                int times = Math.max(0, Math.min(MAX_HALVINGS, halvings));
                Previewer.Picture seen = look.contains("cleaned")
                        ? previewer.cleaned(take, i, t, times, recipe.balance().noise())
                        : near ? previewer.lensNear(take, i, t, times) : previewer.lens(take, i, t, times);
                return picture(
                        shown(seen.as(recipe.balance().tagsOf(seen.frame().tags())), look), true);
            }
        }
        throw new IllegalArgumentException("The take has no lens '" + slot + "'.");
    }

    /**
     * Which picture is asked for.
     *
     * @param framing the name of the framing that is shown; empty for the whole sphere
     * @param look "clipped" marks what is clipped, "signal" shows values as they are, "cut" leaves out all blending, "quick" is
     *     made from proxies, however coarse they are for it, "half" shows the 180 degrees ahead on a square, "eyes" both eyes' views
     *     beside each other, each of the width asked for, "left" and "right" one of them; see {@link Meetings}
     */
    private record Asked(int width, Optional<String> framing, List<String> look) {
        Target target(Recipe recipe, Take shown) {
            Target.Colours colours = look.contains("signal") ? Target.Colours.FOOTAGE : Target.Colours.VIEWING;
            Canvas canvas =
                    look.contains("half") ? new Canvas(width, width, PartSphere.HALF) : new Canvas(width, width / 2);
            Target sphere = Target.plain(canvas, Kernel.QUICK, colours)
                    .withEyes(eyes())
                    .withMarks(look.contains("clipped") ? Target.Marks.CLIPPING : Target.Marks.NONE)
                    .withMeeting(Meetings.of(look, shown));
            return framing.map(name -> framed(sphere, recipe.framing().named(name)))
                    .orElse(sphere);
        }

        private Eyes eyes() {
            return look.contains("eyes")
                    ? Eyes.LEFT_BESIDE_RIGHT
                    : look.contains("left") ? Eyes.LEFT : look.contains("right") ? Eyes.RIGHT : Eyes.ONE;
        }

        private Target framed(Target sphere, Framing framing) {
            return sphere.framed(framing, width, framing.aspect().heightOf(width));
        }
    }

    private Previewer.Picture sphere(Recipe recipe, double seconds, Asked asked, Run run) throws InterruptedException {
        Recipe shown = asked.look().contains("cut") ? recipe.bareCut() : recipe;
        Take take = takes.of(shown);
        Target target = asked.target(shown, take.showing(shown));
        Optional<ColourTransform> transform = takes.transformOf(shown);
        Previewer.Picture seen = asked.look().contains("quick")
                ? previewer.quick(shown, take, seconds, target, transform, run)
                : previewer.sphere(shown, take, seconds, target, transform, run);
        return shown(seen, asked.look());
    }

    /** Values that are to be seen as they are go through nothing that makes their curve fit to be looked at. */
    private static Previewer.Picture shown(Previewer.Picture seen, List<String> look) {
        return look.contains("signal") ? seen.as(seen.frame().tags().withTransfer(ColourTags.Curve.BT709)) : seen;
    }

    private static ResponseEntity<byte[]> picture(Previewer.Picture picture, boolean immutable) {
        CacheControl cache = immutable
                ? CacheControl.maxAge(Duration.ofDays(30)).cachePrivate().immutable()
                : CacheControl.noStore();
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(cache)
                .header(FROM_HEADER, picture.fromProxies() ? "proxies" : "originals")
                .body(JpegWriter.encode(picture.frame(), QUALITY));
    }
}
