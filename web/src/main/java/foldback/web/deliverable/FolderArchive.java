package foldback.web.deliverable;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** A folder of images to be downloaded: an archive that is written while it is sent. Images are compressed already. */
final class FolderArchive {
    private FolderArchive() {}

    static ResponseEntity<StreamingResponseBody> answer(Path folder) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/zip"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(folder.getFileName() + ".zip")
                                .build()
                                .toString())
                .body(out -> write(folder, out));
    }

    private static void write(Path folder, OutputStream out) throws IOException {
        try (ZipOutputStream archive = new ZipOutputStream(out)) {
            archive.setLevel(Deflater.NO_COMPRESSION);
            for (Path image : images(folder)) {
                ZipEntry entry = new ZipEntry(folder.getFileName() + "/" + image.getFileName());
                // A time of the archive's making would give other bytes with each download.
                entry.setLastModifiedTime(Files.getLastModifiedTime(image));
                archive.putNextEntry(entry);
                Files.copy(image, archive);
                archive.closeEntry();
            }
        }
    }

    private static List<Path> images(Path folder) {
        try (Stream<Path> all = Files.list(folder)) {
            return all.sorted().toList();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }
}
