package foldback.web.take;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.finish.ColourTransform;
import foldback.core.picture.ColourTags;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Transform;
import foldback.core.tone.CurveChoice;
import foldback.engine.cache.Caches;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TransformFile;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Takes whose files are open, by their clips, and colour transforms; opening hashes and indexes the files, so it is done once. */
@Service
public class OpenTakes {
    private final MediaFolders media;
    private final ContentIds contents;
    private final Cache<List<String>, Take> opened =
            Caches.builder().maximumSize(16).build();

    private final Cache<TransformKey, ColourTransform> transforms =
            Caches.builder().maximumSize(8).build();

    private record TransformKey(Transform transform, CurveChoice chosen, ColourTags.Curve curve) {}

    OpenTakes(MediaFolders media, ContentIds contents) {
        this.contents = contents;
        this.media = media;
    }

    /** The clips of a recipe, in the order of its rig, with the recipe's offsets. */
    public Take of(Recipe recipe) {
        List<String> key = recipe.rig().lenses().stream()
                .map(lens -> recipe.clip(lens.slot()))
                .map(clip -> clip.slot() + clip.sha256() + clip.file())
                .toList();
        return opened.get(key, k -> Take.open(recipe, media, contents)).placedAs(recipe);
    }

    /** The same with the recording that was made beside them. */
    public Take heard(Recipe recipe) {
        return of(recipe).withRecording(recipe, media, contents);
    }

    /** The colour transform of a recipe; empty where it has none. */
    public Optional<ColourTransform> transformOf(Recipe recipe) {
        return recipe.balance().transform().map(transform -> {
            Take take = of(recipe);
            ColourTags.Curve stated =
                    recipe.balance().tagsOf(take.sources().get(0).tags()).transfer();
            return transforms.get(
                    new TransformKey(transform, recipe.balance().curve(), stated),
                    key -> TransformFile.open(recipe, take, media, contents::of).orElseThrow());
        });
    }
}
