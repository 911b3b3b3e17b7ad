package foldback.engine.take;

import foldback.core.finish.ChannelTables;
import foldback.core.finish.ColourTransform;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Transform;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.colour.CubeReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Function;

/** Opens the colour transform that a recipe names. */
public final class TransformFile {
    private TransformFile() {}

    /**
     * The transform of a recipe; empty where it has none.
     *
     * @throws MediaException where its file is missing, broken, or not the one the recipe was made for
     */
    public static Optional<ColourTransform> open(Recipe recipe, Take take, MediaFolders media) {
        return open(recipe, take, media, ContentHash::of);
    }

    /** The same with another way to learn what is in a file, such as {@link ContentIds}. */
    public static Optional<ColourTransform> open(
            Recipe recipe, Take take, MediaFolders media, Function<Path, String> contents) {
        return recipe.balance()
                .transform()
                .map(transform -> transform
                        .cube()
                        .map(cube -> cube(cube, media, contents))
                        .orElseGet(() -> ChannelTables.shown(
                                recipe.balance().curveOf(take.sources().get(0).tags()))));
    }

    private static ColourTransform cube(Transform.CubeFile cube, MediaFolders media, Function<Path, String> contents) {
        Path file = media.resolve(cube.file());
        if (!Files.isRegularFile(file)) {
            throw new MediaException(
                    file,
                    cube.file() + ", the transform of this take, is not in the media folder. Put it back, or choose"
                            + " another transform in Balance.");
        }
        if (!contents.apply(file).equals(cube.sha256())) {
            throw new MediaException(
                    file,
                    cube.file() + ", the transform of this take, is not the file that was chosen: its content has"
                            + " changed. Put the original back, or choose it again in Balance.");
        }
        return CubeReader.read(file);
    }
}
