package foldback.web.bench;

import foldback.core.recipe.Recipe;
import foldback.core.time.FrameRate;
import foldback.core.time.TimeSpan;
import foldback.engine.gather.ClipHealths;
import foldback.engine.gather.FootageNotes;
import foldback.engine.gather.HealthWords;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.recipe.RecipePatch;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.stage.Stages;
import foldback.engine.sync.ClockStart;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.decode.ClipHealth;
import foldback.media.ffmpeg.MediaInfo;
import foldback.web.Role;
import foldback.web.project.Canvases;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** What the bench asks for. */
@Service
@Profile(Role.PAGES)
class BenchService {
    private final Recipes recipes;
    private final OpenTakes takes;
    private final Canvases canvases;
    private final ClipHealths healths;
    private final StageTools tools;

    BenchService(Recipes recipes, OpenTakes takes, Canvases canvases, ClipHealths healths, StageTools tools) {
        this.healths = healths;
        this.tools = tools;
        this.recipes = recipes;
        this.takes = takes;
        this.canvases = canvases;
    }

    TakeState state(Long takeId) {
        return stateOf(takeId, recipes.head(takeId));
    }

    TakeState change(Long takeId, RecipePatch patch) {
        Recipe changed = patch.on(recipes.revision(takeId, patch.base()).recipe());
        return stateOf(takeId, recipes.change(takeId, patch.base(), changed, patch.label()));
    }

    /** Makes the take what it was at a revision, as a change of its own. */
    TakeState bringBack(Long takeId, int number, int base) {
        Recipe wanted = recipes.revision(takeId, number).read();
        return stateOf(takeId, recipes.change(takeId, base, wanted, "Bring back revision " + number));
    }

    TakeState undo(Long takeId, int base) {
        return stateOf(takeId, recipes.undo(takeId, base));
    }

    TakeState redo(Long takeId, int base) {
        return stateOf(takeId, recipes.redo(takeId, base));
    }

    private TakeState stateOf(Long takeId, Recipes.Head head) {
        Recipe recipe = head.revision().read();
        Take take = takes.of(recipe);
        TimeSpan span = take.showing(recipe).commonSpan();
        int canvas = canvases.widthOf(takeId);
        StageView view = new StageView(recipe, take, canvas, tools);
        return new TakeState(
                takeId,
                head.revision().number(),
                head.revision().label(),
                head.revision().createdAt(),
                head.undo().orElse(null),
                head.redo().orElse(null),
                RecipeJson.document(head.revision().recipe()),
                Stages.all().stream().map(stage -> LedgerRow.of(stage, view)).toList(),
                take.clips().stream().map(this::row).toList(),
                span.from(),
                span.to(),
                recipe.rate().perSecond(),
                canvas,
                ClockStart.of(take),
                footageRate(recipe, take));
    }

    /** The footage's own rate where all clips have it and the take another one, else null. */
    private static String footageRate(Recipe recipe, Take take) {
        List<FrameRate> rates = take.clips().stream()
                .map(clip -> FrameRate.ofFootage(clip.whole().frameRate()))
                .distinct()
                .toList();
        boolean other =
                rates.size() == 1 && !FootageNotes.rates(recipe.rate(), take).isEmpty();
        return other ? rates.get(0).toString() : null;
    }

    private TakeState.ClipRow row(TakeClip clip) {
        MediaInfo.Video video = clip.video();
        Optional<ClipHealth> health = healths.of(clip.ref().sha256());
        return new TakeState.ClipRow(
                clip.ref().slot(),
                clip.ref().file(),
                video.width(),
                video.height(),
                video.frameRate(),
                clip.span().from(),
                clip.span().to(),
                clip.index().frames(),
                clip.index().duration(),
                video.codec(),
                video.format().bits(),
                video.tags().range().name().toLowerCase(Locale.ROOT),
                video.tags().transfer().name().toLowerCase(Locale.ROOT),
                clip.info().audio().isEmpty()
                        ? "none"
                        : clip.info().audio().get(0).codec(),
                video.assumed(),
                health.map(HealthWords::of).orElse(List.of()),
                health.map(found -> damaged(clip, found)).orElse(List.of()));
    }

    /** Where a clip is damaged, in take time. */
    private static List<double[]> damaged(TakeClip clip, ClipHealth health) {
        return health.damaged().stream()
                .map(range -> new double[] {
                    clip.ref().takeTime(range.fromSeconds()), clip.ref().takeTime(range.toSeconds())
                })
                .toList();
    }
}
