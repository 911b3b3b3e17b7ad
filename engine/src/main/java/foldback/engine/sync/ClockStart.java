package foldback.engine.sync;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.Sync;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;

/** Offsets as the files themselves state them: a start from which to go on by ear and eye. */
public final class ClockStart {
    private ClockStart() {}

    /** What all clips state of their beginning: timecode, clock. */
    public static List<String> of(Take take) {
        List<String> stated = new ArrayList<>();
        if (take.clips().stream().allMatch(clip -> timecode(clip).isPresent())) {
            stated.add("timecode");
        }
        if (take.clips().stream().allMatch(clip -> clock(clip).isPresent())) {
            stated.add("clock");
        }
        return stated;
    }

    /** The recipe with offsets from the clips' timecode; refuses where one has none. */
    public static Recipe byTimecode(Recipe recipe, Take take) {
        return placed(recipe, take, Sync.Source.TIMECODE, ClockStart::timecode, "timecode");
    }

    /** The recipe with offsets from the moments at which the recordings began; refuses where one does not say. */
    public static Recipe byClock(Recipe recipe, Take take) {
        return placed(recipe, take, Sync.Source.CLOCK, ClockStart::clock, "time of recording");
    }

    private static OptionalDouble timecode(TakeClip clip) {
        return Timecode.seconds(
                clip.info().video().orElseThrow().framesPerSecond(),
                clip.info().origin().timecode());
    }

    private static OptionalDouble clock(TakeClip clip) {
        Optional<Instant> start = clip.info().origin().startedAt();
        return start.isEmpty()
                ? OptionalDouble.empty()
                : OptionalDouble.of(Duration.between(Instant.EPOCH, start.get()).toNanos() / 1e9);
    }

    private static Recipe placed(
            Recipe recipe, Take take, Sync.Source source, Function<TakeClip, OptionalDouble> moment, String what) {
        List<ClipRef> clips = new ArrayList<>();
        OptionalDouble first = OptionalDouble.empty();
        for (ClipRef ref : recipe.clips()) {
            TakeClip clip = take.clips().stream()
                    .filter(each -> each.ref().slot().equals(ref.slot()))
                    .findFirst()
                    .orElseThrow();
            OptionalDouble at = moment.apply(clip);
            if (at.isEmpty()) {
                throw new IllegalArgumentException("Lens " + ref.slot() + " has no " + what + " that can be read; find"
                        + " the offsets by what is heard and seen.");
            }
            first = first.isPresent() ? first : at;
            clips.add(ref.withPlace(Math.round((at.getAsDouble() - first.getAsDouble()) * 1e6) / 1e6, 0));
        }
        return recipe.withClips(
                clips,
                new Sync(
                        source,
                        recipe.sync().measure(),
                        recipe.sync().locked(),
                        recipe.sync().recording()));
    }
}
