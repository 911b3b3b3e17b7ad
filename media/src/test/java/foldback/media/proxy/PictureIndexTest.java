package foldback.media.proxy;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PictureIndexTest {
    private static final int[] DELIMITER = {0, 0, 0, 1, 0x09, 0xf0};
    private static final int[] HEADERS = {0, 0, 0, 1, 0x67, 1, 2, 3, 0, 0, 1, 0x68, 4};
    private static final int[] KEY_SLICE = {0, 0, 1, 0x65, 9, 9, 0, 0, 3, 1, 9};
    private static final int[] SLICE = {0, 0, 1, 0x41, 7, 7};

    @TempDir
    private Path folder;

    private Path stream(int[]... units) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        for (int[] unit : units) {
            for (int b : unit) {
                bytes.write(b);
            }
        }
        return Files.write(folder.resolve("pictures.h264"), bytes.toByteArray());
    }

    @Test
    void findsWhereEachPictureBeginsAndWhichStandAlone() throws Exception {
        Path file =
                stream(DELIMITER, HEADERS, KEY_SLICE, DELIMITER, SLICE, SLICE, DELIMITER, SLICE, DELIMITER, KEY_SLICE);
        PictureIndex index = PictureIndex.scan(file);
        // 6 + 13 + 11 bytes, then 6 + 6 + 6, then 6 + 6, then 6 + 11.
        assertThat(index.starts()).containsExactly(0, 30, 48, 60, 77);
        assertThat(index.keys()).containsExactly(true, false, false, true);
        assertThat(index.keyBefore(2)).isZero();
        assertThat(index.keyBefore(3)).isEqualTo(3);
        assertThat(index.coded(1, 2)).hasSize(30).startsWith(0, 0, 0, 1, 9);
    }

    @Test
    void comesBackFromItsFile() throws Exception {
        PictureIndex index = PictureIndex.scan(stream(DELIMITER, KEY_SLICE, DELIMITER, SLICE));
        Path file = folder.resolve("pictures.index");
        index.write(file);
        PictureIndex again = PictureIndex.read(file, index.file());
        assertThat(again.starts()).isEqualTo(index.starts());
        assertThat(again.keys()).isEqualTo(index.keys());
    }

    @Test
    void anEmptyStreamHasNoPictures() throws Exception {
        assertThat(PictureIndex.scan(stream()).frames()).isZero();
    }
}
