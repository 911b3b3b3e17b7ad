package foldback.web.balance;

import foldback.core.finish.ColourTransform;
import foldback.core.tone.SampledCurve;
import foldback.engine.take.MediaFolders;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.colour.CubeReader;
import foldback.web.Role;
import foldback.web.upload.UploadNames;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Takes .cube files in; one that is broken is refused and not kept. */
@RestController
@Profile(Role.PAGES)
class CubeController {
    /** Steps of a curve's table. */
    private static final int STEPS = 256;

    private final MediaFolders media;

    CubeController(MediaFolders media) {
        this.media = media;
    }

    /** Where a file was put and what is in it, as recipes name it. */
    record Kept(String file, String sha256) {}

    /** Light by signal, as recipes hold it. */
    record Linear(String name, List<Double> samples) {}

    /** The curve of a file that turns footage into linear light: its greys. */
    @PostMapping(path = "/api/cubes/linear", consumes = "application/octet-stream")
    Linear linear(@RequestParam String name, @RequestBody byte[] content) throws IOException {
        return read(name, content, (file, transform) -> {
            float[] red = new float[STEPS + 1];
            for (int i = 0; i <= STEPS; i++) {
                red[i] = (float) i / STEPS;
            }
            float[] green = red.clone();
            float[] blue = red.clone();
            transform.apply(red, green, blue, red.length);
            List<Double> samples = new ArrayList<>();
            for (int i = 0; i <= STEPS; i++) {
                samples.add(((double) red[i] + green[i] + blue[i]) / 3);
            }
            return new Linear(name, new SampledCurve(name, samples).samples());
        });
    }

    @PostMapping(path = "/api/cubes", consumes = "application/octet-stream")
    Kept keep(@RequestParam String name, @RequestBody byte[] content) throws IOException {
        return read(name, content, (file, transform) -> {
            String hash = ContentHash.of(file);
            for (int n = 1; ; n++) {
                String free = n == 1 ? UploadNames.safe(name) : UploadNames.numbered(UploadNames.safe(name), n);
                Path kept = folder().resolve(free);
                if (!Files.exists(kept)) {
                    Files.move(file, kept);
                }
                if (ContentHash.of(kept).equals(hash)) {
                    return new Kept(MediaFolders.CUBES + "/" + free, hash);
                }
            }
        });
    }

    private Path folder() throws IOException {
        return Files.createDirectories(media.own().resolve(MediaFolders.CUBES));
    }

    /** What is made of a file that arrived and is sound. */
    private interface Use<T> {
        T of(Path file, ColourTransform transform) throws IOException;
    }

    /** Reads what arrived from a file for a while; whoever uses it may move it elsewhere. */
    private <T> T read(String name, byte[] content, Use<T> use) throws IOException {
        Path arrived = Files.createTempDirectory(folder(), ".new");
        Path file = arrived.resolve(UploadNames.safe(name));
        try {
            Files.write(file, content);
            return use.of(file, CubeReader.read(file));
        } catch (MediaException broken) {
            throw new IllegalArgumentException(broken.getMessage(), broken);
        } finally {
            Files.deleteIfExists(file);
            Files.delete(arrived);
        }
    }
}
