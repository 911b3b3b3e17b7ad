package foldback.engine.take;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.recipe.Recipe;
import foldback.engine.DemoTake;
import foldback.media.MediaException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Clips that are not where they were. */
class MovedClipsTest {
    @TempDir
    private Path folder;

    @Test
    void movedAndRenamedClipsAreFoundByWhatIsInThem() throws Exception {
        Recipe recipe = DemoTake.recipe();
        Path media = Files.createDirectories(folder.resolve("media/card 2"));
        Path front = Files.copy(DemoTake.MEDIA.resolve("sluice-path-a.mp4"), media.resolve("front, renamed.mov"));
        Path back = Files.copy(DemoTake.MEDIA.resolve("sluice-path-b.mp4"), folder.resolve("media/sluice-path-a.mp4"));
        MediaFolders folders = MediaFolders.of(folder.resolve("media"));
        assertThat(Take.open(recipe, folders).clips())
                .extracting(TakeClip::file)
                .containsExactly(front.toRealPath(), back.toRealPath());

        // What is known of its length saves reading others.
        ContentIds known = new ContentIds(folder.resolve("contents"));
        known.of(front);
        assertThat(known.sizeOf(recipe.clips().get(0).sha256())).hasValue(Files.size(front));
        assertThat(Take.open(recipe, folders, known).clips().get(0).file()).isEqualTo(front.toRealPath());
    }

    @Test
    void linksThatLeadOutAreNotFollowed() throws Exception {
        Recipe recipe = DemoTake.recipe();
        Path media = Files.createDirectories(folder.resolve("media"));
        for (String name : List.of("a", "b")) {
            Files.createSymbolicLink(
                    media.resolve(name + ".mp4"),
                    DemoTake.MEDIA.resolve("sluice-path-" + name + ".mp4").toRealPath());
        }
        assertThatThrownBy(() -> Take.open(recipe, MediaFolders.of(media)))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("nor is it there under another name");
    }
}
