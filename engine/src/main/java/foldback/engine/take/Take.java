package foldback.engine.take;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.time.TimeSpan;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;

/** The opened clips of a recipe, in the order of the rig's lenses. */
public record Take(List<TakeClip> clips) {

    public Take {
        clips = List.copyOf(clips);
    }

    /**
     * Opens the clips of a recipe below a media folder and checks that they are the very files the recipe was made for.
     *
     * @throws MediaException where one is missing, lies outside the folder, or has changed
     */
    public static Take open(Recipe recipe, Path media) {
        return open(recipe, media, ContentHash::of);
    }

    /** The same with another way to learn what is in a file, such as {@link ContentIds}. */
    public static Take open(Recipe recipe, Path media, Function<Path, String> contents) {
        return new Take(recipe.rig().lenses().stream()
                .map(lens -> openClip(recipe.clip(lens.slot()), media, contents))
                .toList());
    }

    /** Opens one clip below a media folder, as {@link #open} does. */
    public static TakeClip openClip(ClipRef ref, Path media, Function<Path, String> contents) {
        Path file = resolve(media, ref.file());
        if (!Files.isRegularFile(file)) {
            throw new MediaException(
                    file,
                    ref.file() + " (lens " + ref.slot()
                            + ") is not in the media folder. Put it back, or name its folder.");
        }
        if (!contents.apply(file).equals(ref.sha256())) {
            throw new MediaException(
                    file,
                    ref.file() + " (lens " + ref.slot()
                            + ") is not the file the recipe was made for: its content has changed."
                            + " Put the original back.");
        }
        return TakeClip.open(ref, file);
    }

    /** A path below a folder, links resolved; refuses what leads out of it. */
    static Path resolve(Path folder, String relative) {
        try {
            Path root = folder.toRealPath();
            Path file = root.resolve(relative).normalize();
            Path real = Files.exists(file) ? file.toRealPath() : file;
            if (real.startsWith(root)) {
                return real;
            }
        } catch (java.io.IOException | java.nio.file.InvalidPathException unreadable) {
            throw new MediaException(
                    folder, "The media folder cannot be read: " + folder.getFileName() + ".", unreadable);
        }
        throw new MediaException(folder, "'" + relative + "' lies outside the media folder.");
    }

    public List<RecipePlan.Source> sources() {
        return clips.stream().map(TakeClip::source).toList();
    }

    /** Where all lenses have frames; empty where they never do. */
    public TimeSpan commonSpan() {
        return clips.stream().map(TakeClip::span).reduce(TimeSpan::intersect).orElseThrow();
    }
}
