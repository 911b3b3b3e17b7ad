package foldback.media.ffmpeg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.run.Run;
import foldback.media.MediaException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ViewingCopyTest {
    @TempDir
    private Path folder;

    @Test
    void whatIsNoFilmIsSaidByNameAndLeavesNothing() throws Exception {
        Path film = Files.writeString(folder.resolve("film.mp4"), "no film");
        Path out = folder.resolve("copy.mp4");
        assertThatThrownBy(() -> ViewingCopy.make(film, out, Run.QUIET))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("film.mp4");
        assertThat(out).doesNotExist();
    }
}
