package foldback.engine.depth;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.depth.DepthField;
import foldback.core.depth.DepthSettings;
import foldback.core.depth.EyeMatcher;
import foldback.core.match.view.Picture;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.depth.DepthMeasure;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.engine.cache.Caches;
import foldback.engine.preview.Previewer;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import java.util.List;

/** How far apart the two eyes of takes see what they see, a moment at a time. Safe for many threads. */
public final class TakeDepth {
    /** Raised whenever the same pictures would give another measure. */
    public static final int ALGORITHM = 1;

    private static final int KEPT_FIELDS = 24;
    /** Of each lens's picture; more says nothing that the measure could see. */
    private static final int WIDEST = 1300;
    /** Of the sphere that both eyes see, the shares beyond which things are too small to count as far or near. */
    private static final double SMALL = 0.02;

    private final Previewer previewer;
    private final Cache<FieldKey, DepthField> fields =
            Caches.builder().maximumSize(KEPT_FIELDS).softValues().build();
    private final Cache<EyesKey, EyeMatcher> matchers =
            Caches.builder().maximumSize(2).softValues().build();

    public TakeDepth(Previewer previewer) {
        this.previewer = previewer;
    }

    private record EyesKey(RigLens left, RigLens right, double baseline, double meeting) {}

    private record FieldKey(EyesKey eyes, List<String> clips, int leftFrame, int rightFrame) {}

    /** What a measure follows from besides pictures, as a hash. */
    public static String rigHash(Recipe recipe) {
        return ContentHash.ofText(
                recipe.geometry().rigOn().lenses() + " " + recipe.seams().meetingMetres());
    }

    /**
     * Measures a moment, or finds what was measured of it.
     *
     * @param shown the clips of the lenses that are on
     * @throws IllegalArgumentException where the eyes have not one lens each, or see nothing alike
     */
    public DepthField at(Recipe recipe, Take shown, double seconds) {
        EyeLenses eyes = EyeLenses.of(recipe.geometry());
        Frame left = picture(shown, eyes.left(), seconds);
        Frame right = picture(shown, eyes.right(), seconds);
        Rig fitted = eyes.rig().scaledTo(List.of(left, right));
        EyesKey key = new EyesKey(
                fitted.lenses().get(0),
                fitted.lenses().get(1),
                eyes.places().baseline(),
                recipe.seams().meetingMetres());
        FieldKey field = new FieldKey(
                key,
                shown.clips().stream().map(clip -> clip.ref().sha256()).toList(),
                shown.clips().get(eyes.left()).frameAt(seconds),
                shown.clips().get(eyes.right()).frameAt(seconds));
        return fields.get(field, missing -> measure(key, left, right));
    }

    private Frame picture(Take shown, int lens, double seconds) {
        int width = shown.clips().get(lens).video().width();
        int halvings = 0;
        while (width >> halvings > WIDEST) {
            halvings++;
        }
        return previewer.lens(shown, lens, seconds, halvings).frame();
    }

    private DepthField measure(EyesKey key, Frame left, Frame right) {
        EyeMatcher matcher = matchers.get(
                key,
                missing ->
                        new EyeMatcher(key.left(), key.right(), key.baseline(), key.meeting(), DepthSettings.DEFAULT));
        synchronized (matcher) {
            return matcher.measure(
                    Picture.of(left.y(), left.format().bits(), matcher.level()),
                    Picture.of(right.y(), right.format().bits(), matcher.level()));
        }
    }

    /** What is kept of a moment. */
    DepthMeasure.Moment summary(Recipe recipe, Take shown, double seconds) {
        DepthField field = at(recipe, shown, seconds);
        return new DepthMeasure.Moment(
                seconds,
                known(field.quantile(SMALL)),
                known(field.quantile(1 - SMALL)),
                known(field.verticalRms()),
                field.toldShare());
    }

    private static double known(double value) {
        return Double.isNaN(value) ? 0 : value;
    }
}
