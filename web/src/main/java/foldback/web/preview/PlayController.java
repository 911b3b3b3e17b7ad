package foldback.web.preview;

import foldback.core.recipe.Recipe;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.engine.play.PlayRequest;
import foldback.engine.play.Player;
import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The film of a revision, made while it is played. */
@RestController
@Profile(Role.PAGES)
class PlayController {
    private static final Logger LOG = LoggerFactory.getLogger(PlayController.class);
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Player player;

    PlayController(Recipes recipes, OpenTakes takes, Player player) {
        this.recipes = recipes;
        this.takes = takes;
        this.player = player;
    }

    @GetMapping("/api/takes/{takeId}/revisions/{number}/film")
    void film(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam double from,
            @RequestParam double to,
            @RequestParam(defaultValue = "1024") int width,
            @RequestParam(defaultValue = "1") double speed,
            @RequestParam Optional<String> sound,
            HttpServletResponse response)
            throws IOException {
        Recipe recipe = recipes.revision(takeId, number).read();
        Take take = takes.of(recipe);
        TimeSpan covered = take.showing(recipe).commonSpan();
        TimeSpan span = new TimeSpan(from, to).intersect(covered);
        if (span.seconds() <= 0) {
            throw new IllegalArgumentException("There is nothing to play from " + from + " s to " + to + " s.");
        }
        PlayRequest request = new PlayRequest(span, new Canvas(width, width / 2), speed, sound);
        response.setContentType("video/mp4");
        response.setHeader("Cache-Control", "no-store");
        try {
            player.play(recipe, take, request, takes.transformOf(recipe), response.getOutputStream());
        } catch (IOException left) {
            // The page seeks, pauses or is closed: it takes no more.
            LOG.debug("playing ended: {}", left.getMessage());
        }
    }
}
