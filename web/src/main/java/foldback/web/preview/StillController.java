package foldback.web.preview;

import foldback.core.framing.Framing;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.warp.Kernel;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.media.JpegWriter;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.springframework.context.annotation.Profile;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Stills of a take's framings: as renders make them, to be kept. */
@RestController
@Profile(Role.PAGES)
class StillController {
    private static final float QUALITY = 0.97f;

    private final Recipes recipes;
    private final OpenTakes takes;
    private final Previewer previewer;

    StillController(Recipes recipes, OpenTakes takes, Previewer previewer) {
        this.recipes = recipes;
        this.takes = takes;
        this.previewer = previewer;
    }

    @GetMapping("/api/takes/{takeId}/revisions/{number}/still")
    ResponseEntity<byte[]> still(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam String framing,
            @RequestParam double t,
            @RequestParam int width)
            throws InterruptedException {
        Recipe recipe = recipes.revision(takeId, number).read();
        Framing shown = recipe.framing().named(framing);
        Target target = Target.plain(shown, width, shown.aspect().heightOf(width), Kernel.FINE, Target.Colours.VIEWING);
        Previewer.Picture made =
                previewer.still(recipe, takes.of(recipe), t, target, takes.transformOf(recipe), Run.QUIET);
        String name = String.format(Locale.ROOT, "%s %.2f s.jpg", shown.name().replaceAll("[/\\\\:*?\"<>|]", " "), t);
        ContentDisposition kept = ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build();
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .header(HttpHeaders.CONTENT_DISPOSITION, kept.toString())
                .body(JpegWriter.encode(made.frame(), QUALITY));
    }
}
