package foldback.web.preview;

import foldback.core.framing.Framing;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.media.JpegWriter;
import foldback.media.PngWriter;
import foldback.media.TiffWriter;
import foldback.media.tags.PanoramaTags;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Stills of a take, of the whole sphere or of a framing: as renders make them, to be kept. */
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

    /** How it is written. */
    enum Format {
        JPG(MediaType.IMAGE_JPEG, "jpg", 8) {
            @Override
            byte[] write(Frame frame, boolean sphere) {
                byte[] file = JpegWriter.encode(frame, QUALITY);
                return sphere ? PanoramaTags.ofJpeg(file, frame.width(), frame.height()) : file;
            }
        },
        PNG(MediaType.IMAGE_PNG, "png", 8) {
            @Override
            byte[] write(Frame frame, boolean sphere) {
                byte[] file = PngWriter.encode(frame);
                return sphere ? PanoramaTags.ofPng(file, frame.width(), frame.height()) : file;
            }
        },
        PNG16(MediaType.IMAGE_PNG, "png", 10) {
            @Override
            byte[] write(Frame frame, boolean sphere) {
                byte[] file = PngWriter.encodeDeep(frame);
                return sphere ? PanoramaTags.ofPng(file, frame.width(), frame.height()) : file;
            }
        },
        TIFF16(MediaType.parseMediaType("image/tiff"), "tif", 10) {
            @Override
            byte[] write(Frame frame, boolean sphere) {
                Optional<byte[]> packet =
                        sphere ? Optional.of(PanoramaTags.packet(frame.width(), frame.height())) : Optional.empty();
                return TiffWriter.encode(frame, packet);
            }
        };

        private final MediaType type;
        private final String ending;
        /** Of the samples that are stitched; files of 16 bits hold all that there is of them. */
        private final int bits;

        Format(MediaType type, String ending, int bits) {
            this.type = type;
            this.ending = ending;
            this.bits = bits;
        }

        abstract byte[] write(Frame frame, boolean sphere);
    }

    /** @param framing the name of the one that is shown; the whole sphere without it */
    @GetMapping("/api/takes/{takeId}/revisions/{number}/still")
    ResponseEntity<byte[]> still(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam Optional<String> framing,
            @RequestParam double t,
            @RequestParam int width,
            @RequestParam(defaultValue = "JPG") Format format)
            throws InterruptedException {
        Recipe recipe = recipes.revision(takeId, number).read();
        Optional<Framing> shown = framing.map(recipe.framing()::named);
        Target target = shown.map(frame ->
                        Target.plain(frame, width, frame.aspect().heightOf(width), Kernel.FINE, Target.Colours.VIEWING))
                .orElseGet(() -> Target.plain(new Canvas(width, width / 2), Kernel.FINE, Target.Colours.VIEWING));
        Previewer.Picture still = previewer.still(
                recipe, takes.of(recipe), t, target.withBits(format.bits), takes.transformOf(recipe), Run.QUIET);
        String name = String.format(
                Locale.ROOT,
                "%s %.2f s.%s",
                shown.map(Framing::name).orElse("Sphere").replaceAll("[/\\\\:*?\"<>|]", " "),
                t,
                format.ending);
        ContentDisposition kept = ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build();
        return ResponseEntity.ok()
                .contentType(format.type)
                .header(HttpHeaders.CONTENT_DISPOSITION, kept.toString())
                .body(format.write(still.frame(), shown.isEmpty()));
    }
}
