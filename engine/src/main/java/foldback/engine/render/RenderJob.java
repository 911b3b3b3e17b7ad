package foldback.engine.render;

import foldback.core.finish.ColourTransform;
import foldback.core.recipe.Recipe;
import foldback.core.time.TimeSpan;
import foldback.engine.document.RecipeJson;
import foldback.engine.document.RenderSpec;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import java.util.Optional;

/**
 * One file to be made.
 *
 * @param span of take time, half open
 * @param transform of the recipe; looked at where the spec asks for it
 */
public record RenderJob(Recipe recipe, RenderSpec spec, Take take, TimeSpan span, Optional<ColourTransform> transform) {
    /** Raised whenever the same documents would give other pixels or bytes. */
    private static final int RENDERER_VERSION = 3;

    /**
     * Checks that the span can be rendered.
     *
     * @throws IllegalArgumentException where a lens has no frames in a part of it, or it holds no frame
     */
    public RenderJob {
        TimeSpan covered = take.showing(recipe).commonSpan();
        double tolerance = 0.5 / recipe.rate().perSecond();
        if (span.from() < covered.from() - tolerance || span.to() > covered.to() + tolerance) {
            throw new IllegalArgumentException(String.format(
                    java.util.Locale.ROOT,
                    "The range %.3f s to %.3f s goes beyond the frames that all lenses have: %.3f s to %.3f s.",
                    span.from(),
                    span.to(),
                    covered.from(),
                    covered.to()));
        }
        if (recipe.rate().framesIn(span.seconds()) == 0) {
            throw new IllegalArgumentException("The range holds no frame.");
        }
        if (spec.transformed() && transform.isEmpty()) {
            throw new IllegalArgumentException(
                    "'through_transform' is asked for, and the recipe has no transform: choose one in Balance.");
        }
        spec.soundSlot().ifPresent(slot -> {
            if (recipe.clips().stream().noneMatch(clip -> clip.slot().equals(slot))) {
                throw new IllegalArgumentException("'sound_slot' names lens '" + slot + "', which the take has not.");
            }
        });
    }

    /** The clips whose pictures are used; the sound may be another one's. */
    Take shown() {
        return take.showing(recipe);
    }

    public long frames() {
        return recipe.rate().framesIn(span.seconds());
    }

    public int segments() {
        return (int) ((frames() + spec.segmentFrames() - 1) / spec.segmentFrames());
    }

    /** Take time of an output frame, seconds. */
    double timeOf(long frame) {
        return span.from() + recipe.rate().secondsOf(frame);
    }

    /** The identity of the result: what it is made from and how. */
    public String key() {
        return ContentHash.ofText(
                RENDERER_VERSION + "\n" + RecipeJson.write(recipe) + spec.write() + span.from() + "\n" + span.to());
    }
}
