package foldback.engine.take;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ContentIdsTest {
    @TempDir
    private Path folder;

    @Test
    void aFileIsReadOnceAsLongAsSizeAndTimeStay() throws Exception {
        Path clip = Files.writeString(folder.resolve("clip.mp4"), "salt and water");
        FileTime time = Files.getLastModifiedTime(clip);
        ContentIds ids = new ContentIds(folder.resolve("contents"));
        String first = ids.of(clip);
        assertThat(first).isEqualTo(ContentHash.of(clip));
        // Another content behind the same size and time shows that the kept hash answers, in another process as well.
        Files.writeString(clip, "SALT AND WATER");
        Files.setLastModifiedTime(clip, time);
        assertThat(new ContentIds(folder.resolve("contents")).of(clip)).isEqualTo(first);
        Files.setLastModifiedTime(clip, FileTime.fromMillis(time.toMillis() + 5));
        assertThat(ids.of(clip)).isEqualTo(ContentHash.of(clip)).isNotEqualTo(first);
        Files.writeString(clip, "salt, water and sun");
        assertThat(ids.of(clip)).isEqualTo(ContentHash.of(clip));
    }

    @Test
    void aDamagedEntryIsWorkedOutAgain() throws Exception {
        Path clip = Files.writeString(folder.resolve("clip.mp4"), "brine");
        Path contents = folder.resolve("contents");
        ContentIds ids = new ContentIds(contents);
        String hash = ids.of(clip);
        try (var entries = Files.list(contents)) {
            for (Path entry : entries.toList()) {
                Files.writeString(entry, "torn");
            }
        }
        assertThat(ids.of(clip)).isEqualTo(hash);
    }

    @Test
    void aMissingFileIsSaidByName() {
        assertThatThrownBy(() -> new ContentIds(folder).of(folder.resolve("gone.mp4")))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("gone.mp4");
    }
}
