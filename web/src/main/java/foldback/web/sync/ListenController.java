package foldback.web.sync;

import foldback.core.recipe.Recipe;
import foldback.engine.sync.Listening;
import foldback.engine.sync.Recordings;
import foldback.engine.sync.Waveforms;
import foldback.engine.take.Sounding;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What offsets are judged by: waveforms, claps, two clips heard together, and what is left of their lag over time. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}/revisions/{number}")
class ListenController {
    private static final int MOST_BUCKETS = 8192;
    private static final double MOST_SECONDS = 60;
    private static final MediaType WAVE = MediaType.parseMediaType("audio/wav");
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Waveforms waveforms;
    private final Listening listening;
    private final Recordings recordings;

    ListenController(
            Recipes recipes, OpenTakes takes, Waveforms waveforms, Listening listening, Recordings recordings) {
        this.recordings = recordings;
        this.recipes = recipes;
        this.takes = takes;
        this.waveforms = waveforms;
        this.listening = listening;
    }

    private Take take(Long takeId, int number) {
        Recipe recipe = recipes.revision(takeId, number).read();
        return takes.of(recipe);
    }

    private Take heard(Long takeId, int number) {
        return takes.heard(recipes.revision(takeId, number).read());
    }

    private static TakeClip clip(Take take, String slot) {
        return take.clips().stream()
                .filter(c -> c.ref().slot().equals(slot))
                .findFirst()
                .orElseThrow(() -> new NotFoundException("lens '" + slot + "'"));
    }

    private static Optional<Sounding> sounding(Take take, String slot) {
        return slot.equals(Take.RECORDING) ? take.recording() : clip(take, slot).sounding();
    }

    /**
     * Lowest and highest sample of each of some equal parts of clip time, two signed bytes each; no content where the clip has
     * no sound.
     */
    @GetMapping("/waveform/{slot}")
    ResponseEntity<byte[]> waveform(
            @PathVariable Long takeId,
            @PathVariable int number,
            @PathVariable String slot,
            @RequestParam double from,
            @RequestParam double to,
            @RequestParam int buckets) {
        if (!(to > from) || buckets < 1 || buckets > MOST_BUCKETS) {
            throw new IllegalArgumentException(
                    "A waveform needs a time that ends after it begins, and 1 to " + MOST_BUCKETS + " parts.");
        }
        return waveforms
                .of(clip(take(takeId, number), slot), from, to, buckets)
                .map(bytes -> ResponseEntity.ok()
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .body(bytes))
                .orElseGet(() -> ResponseEntity.noContent().build());
    }

    /** Clip times of the clearest claps, seconds. */
    @GetMapping("/claps/{slot}")
    double[] claps(@PathVariable Long takeId, @PathVariable int number, @PathVariable String slot) {
        return listening.claps(clip(take(takeId, number), slot));
    }

    /** For each lens but the first with sound, take times and by how many seconds it is late there. */
    @GetMapping("/residuals")
    List<Listening.Late> residuals(@PathVariable Long takeId, @PathVariable int number) {
        return listening.residuals(take(takeId, number));
    }

    /** Lenses with a sound, the clearest first. */
    @GetMapping("/clearest")
    List<Listening.Clear> clearest(@PathVariable Long takeId, @PathVariable int number) {
        return listening.clearest(heard(takeId, number));
    }

    /** What may be the take's own recording. */
    @GetMapping("/recordings")
    List<Recordings.Offer> recordings(@PathVariable Long takeId, @PathVariable int number) {
        return recordings.offers(take(takeId, number));
    }

    /** Two sounds, of lenses or the recording, as they lie in the take, one at each ear. */
    @GetMapping("/listen")
    ResponseEntity<byte[]> listen(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam String left,
            @RequestParam String right,
            @RequestParam double from,
            @RequestParam double seconds) {
        if (!(seconds > 0) || seconds > MOST_SECONDS || !Double.isFinite(from)) {
            throw new IllegalArgumentException("At most " + (int) MOST_SECONDS + " seconds are heard at once.");
        }
        Take take = heard(takeId, number);
        return ResponseEntity.ok()
                .contentType(WAVE)
                .body(listening.together(sounding(take, left), sounding(take, right), from, seconds));
    }
}
