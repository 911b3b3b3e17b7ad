package foldback.engine.take;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.time.TimeSpan;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The opened clips of a recipe, in the order of the rig's lenses.
 *
 * @param recording the sound that was recorded beside them; empty where there is none, or its file is away
 */
public record Take(List<TakeClip> clips, Optional<Sounding> recording) {
    /** What the recording is called where lenses have letters. */
    public static final String RECORDING = "recording";

    private static final String MISSING =
            "is not in the media folder, nor is it there under another name. Put it back, or"
                    + " name its folder with --footage or --media.";
    private static final String CHANGED =
            "is not the file the recipe was made for: its content has changed. Put the original back.";

    public Take {
        clips = List.copyOf(clips);
    }

    /** One without a recording of its own. */
    Take(List<TakeClip> clips) {
        this(clips, Optional.empty());
    }

    /** The same with the sound that a recipe names, where its file is there: for who hears it. */
    public Take withRecording(Recipe recipe, MediaFolders media, Contents contents) {
        return new Take(clips, recipe.sync().recording().flatMap(ref -> RecordingFile.find(ref, media, contents)));
    }

    /**
     * Opens the clips of a recipe and checks that they are the very files the recipe was made for.
     *
     * @throws MediaException where one is missing, lies outside the folders, or has changed
     */
    public static Take open(Recipe recipe, MediaFolders media) {
        return open(recipe, media, ContentHash::of);
    }

    /** The same with another way to learn what is in a file, such as {@link ContentIds}. */
    public static Take open(Recipe recipe, MediaFolders media, Contents contents) {
        return new Take(recipe.rig().lenses().stream()
                .map(lens -> openClip(recipe.clip(lens.slot()), media, contents))
                .toList());
    }

    /** Opens one clip, as {@link #open} does; where it was moved or renamed, it is found by its content. */
    public static TakeClip openClip(ClipRef ref, MediaFolders media, Contents contents) {
        return TakeClip.open(
                ref,
                MovedClips.locate(ref.file(), ref.sha256(), media, contents).orElseThrow(() -> {
                    Path file = media.resolve(ref.file());
                    String why = Files.isRegularFile(file) ? CHANGED : MISSING;
                    return new MediaException(file, ref.file() + " (lens " + ref.slot() + ") " + why);
                }));
    }

    /** The same clips, as a recipe of them has them: in its slots, at its offsets. */
    public Take placedAs(Recipe recipe) {
        return new Take(recipe.rig().lenses().stream()
                .map(lens -> recipe.clip(lens.slot()))
                .map(ref -> opened(ref).as(ref))
                .toList());
    }

    private TakeClip opened(ClipRef ref) {
        return clips.stream()
                .filter(clip -> clip.ref().sha256().equals(ref.sha256())
                        && clip.ref().file().equals(ref.file())
                        && clip.ref().area().equals(ref.area()))
                .findFirst()
                .orElseThrow();
    }

    /** The clips of lenses that are on in a recipe. */
    public Take showing(Recipe recipe) {
        return new Take(
                clips.stream()
                        .filter(clip -> recipe.geometry().isOn(clip.ref().slot()))
                        .toList(),
                recording);
    }

    /** The lenses, by their number in the rig, that share a file and an offset: each file is to be read once. */
    public List<List<Integer>> lensesByFile() {
        Map<String, List<Integer>> files = new LinkedHashMap<>();
        for (int i = 0; i < clips.size(); i++) {
            ClipRef ref = clips.get(i).ref();
            files.computeIfAbsent(ref.sha256() + ref.offsetSeconds() + " " + ref.driftPpm(), key -> new ArrayList<>())
                    .add(i);
        }
        return List.copyOf(files.values());
    }

    public List<RecipePlan.Source> sources() {
        return clips.stream().map(TakeClip::source).toList();
    }

    /** The sound of a lens, or of the recording, by its name; empty where it recorded none. */
    public Optional<Sounding> sounding(String slot) {
        return slot.equals(RECORDING)
                ? recording
                : clips.stream()
                        .filter(clip -> clip.ref().slot().equals(slot))
                        .findFirst()
                        .flatMap(TakeClip::sounding);
    }

    /** Where all lenses have frames; empty where they never do. */
    public TimeSpan commonSpan() {
        return clips.stream().map(TakeClip::span).reduce(TimeSpan::intersect).orElseThrow();
    }
}
