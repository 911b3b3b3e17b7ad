package foldback.engine.render;

import foldback.core.finish.ColourTransform;
import foldback.core.framing.Framing;
import foldback.core.picture.ColourTags;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.SoundRecording;
import foldback.core.stitch.weight.Meeting;
import foldback.core.time.FrameRate;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.picture.Eyes;
import foldback.engine.picture.TakeAdditions;
import foldback.engine.picture.Target;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.tags.SphereTags;
import java.util.Optional;

/**
 * One file to be made.
 *
 * @param spec where it leaves the length of pieces open, this job's has one
 * @param span of take time, half open
 * @param transform of the recipe; looked at where the spec asks for it
 * @param additions finds what was measured or drawn about the take when work begins; the recipe says all that it was found from
 */
public record RenderJob(
        Recipe recipe,
        RenderSpec spec,
        Take take,
        TimeSpan span,
        Optional<ColourTransform> transform,
        TakeAdditions additions) {
    /** Raised whenever the same documents would give other pixels or bytes. */
    private static final int RENDERER_VERSION = 5;

    /** Pieces of a long render; what is lost of it by a kill is at most one. */
    private static final int LONGEST_PIECE = 250;

    /** A short render has at least about as many, so that it does not begin anew. */
    private static final int FEWEST_PIECES = 4;

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
        FrameRate rate = spec.rate().orElse(recipe.rate());
        long frames = rate.framesIn(span.seconds());
        if (frames == 0) {
            throw new IllegalArgumentException("The range holds no frame.");
        }
        if (spec.segmentFrames().isEmpty()) {
            spec = spec.withSegmentFrames(pieceFrames(frames, EncoderSettings.twoSeconds(rate)));
        }
        if (spec.transformed() && transform.isEmpty()) {
            throw new IllegalArgumentException(
                    "'through_transform' is asked for, and the recipe has no transform: choose one in Balance.");
        }
        if (spec.codec().holdsLight()) {
            refuseLog(recipe, take);
        }
        spec.framing().ifPresent(recipe.framing()::named);
        if (spec.layout().eyes() != Eyes.ONE && !recipe.geometry().rigOn().isStereo()) {
            throw new IllegalArgumentException(
                    "The take has no lens for each eye: choose a layout of one picture, or say"
                            + " in Depth which lens serves which eye.");
        }
        if (spec.sound().isPresent()) {
            checkSound(spec.sound().get(), recipe, take);
            spec.sound().get().checkFits(span.seconds());
        }
    }

    private static void checkSound(Soundtrack sound, Recipe recipe, Take take) {
        if (sound.slot().isPresent()) {
            String slot = sound.slot().get();
            if (recipe.clips().stream().noneMatch(clip -> clip.slot().equals(slot))) {
                throw new IllegalArgumentException("'sound_slot' names lens '" + slot + "', which the take has not.");
            }
            return;
        }
        String file = recipe.sync()
                .recording()
                .map(SoundRecording::file)
                .orElseThrow(() -> new IllegalArgumentException(
                        "The take has no sound recording: choose one in Sync, or take a lens's sound."));
        if (take.recording().isEmpty()) {
            throw new IllegalArgumentException(
                    file + ", the sound recording of this take, is not there. Put it back, or take a lens's sound.");
        }
    }

    /** Light is found by curves that have a tag; those of logs have none. */
    private static void refuseLog(Recipe recipe, Take take) {
        ColourTags.Curve curve = footageTags(recipe, take).transfer();
        if (curve == ColourTags.Curve.ACESCCT || curve == ColourTags.Curve.CINEON) {
            throw new IllegalArgumentException("OpenEXR images hold a screen's light, and footage in " + curve.title()
                    + " is for no screen: take 16-bit PNG or TIFF images, which keep it as it is.");
        }
    }

    private static ColourTags footageTags(Recipe recipe, Take take) {
        return recipe.balance()
                .tagsOf(take.showing(recipe).sources().get(0).tags())
                .sitedLeft();
    }

    /** What the code values of its canvases mean. */
    public ColourTags canvasTags() {
        return spec.colours() == RenderSpec.Colours.FOOTAGE
                ? footageTags(recipe, take)
                : target().colours().tags();
    }

    /** Of a take of which nothing was measured. */
    public RenderJob(Recipe recipe, RenderSpec spec, Take take, TimeSpan span, Optional<ColourTransform> transform) {
        this(recipe, spec, take, span, transform, TakeAdditions.NONE);
    }

    /** The clips whose pictures are used; the sound may be another one's. */
    Take shown() {
        return take.showing(recipe);
    }

    /** Of the file's frames. */
    public FrameRate rate() {
        return spec.rate().orElse(recipe.rate());
    }

    public long frames() {
        return rate().framesIn(span.seconds());
    }

    public int segments() {
        return (int) ((frames() + pieceFrames() - 1) / pieceFrames());
    }

    /** Frames of each separately encoded piece but the last. */
    int pieceFrames() {
        return spec.segmentFrames().orElseThrow();
    }

    /** Whole groups, so that key frames stand where they would in one piece. */
    private static int pieceFrames(long frames, int group) {
        if (frames >= (long) FEWEST_PIECES * LONGEST_PIECE) {
            return LONGEST_PIECE;
        }
        return Math.max(group, (int) (frames / FEWEST_PIECES / group) * group);
    }

    /** Take time of an output frame, seconds. */
    double timeOf(long frame) {
        return span.from() + rate().secondsOf(frame);
    }

    /** What its pictures are to be. */
    public Target target() {
        Target.Colours colours = switch (spec.colours()) {
            case FOOTAGE -> Target.Colours.FOOTAGE;
            case TRANSFORMED -> Target.Colours.VIEWING;
            case HLG -> Target.Colours.HLG;
            case PQ -> Target.Colours.PQ;
        };
        Optional<Framing> framing = spec.framing().map(recipe.framing()::named);
        Layout layout = spec.layout();
        int width = layout.eyeWidth(spec.width());
        int height = layout.eyeHeight(spec.height());
        Canvas canvas = framing.map(shown -> shown.firstCanvas(width, height))
                .orElseGet(() -> new Canvas(width, height, layout.projection().orElseThrow()));
        return new Target(
                canvas,
                framing,
                layout.eyes(),
                spec.bits(),
                spec.kernel(),
                colours,
                Target.Marks.NONE,
                Meeting.BLENDED);
    }

    /** What its file is to say of itself. */
    SphereTags tags() {
        Optional<SphereTags.Part> part = switch (spec.layout().shape()) {
            case SPHERE -> Optional.of(SphereTags.Part.WHOLE);
            case HALF -> Optional.of(SphereTags.Part.HALF);
            case FRAMING -> Optional.empty();
        };
        return new SphereTags(
                part,
                switch (spec.layout().eyes()) {
                    case ONE, LEFT, RIGHT -> SphereTags.Arrangement.ONE;
                    case LEFT_ABOVE_RIGHT -> SphereTags.Arrangement.ABOVE;
                    case LEFT_BESIDE_RIGHT -> SphereTags.Arrangement.BESIDE;
                });
    }

    /** The identity of the result: what it is made from and how. */
    public String key() {
        return ContentHash.ofText(
                RENDERER_VERSION + "\n" + RecipeJson.write(recipe) + spec.write() + span.from() + "\n" + span.to());
    }
}
