package foldback.web.upload;

import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.web.FoldbackProperties;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import foldback.web.project.ProjectRepository;
import java.io.IOException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import me.desair.tus.server.TusFileUploadService;
import me.desair.tus.server.exception.TusException;
import me.desair.tus.server.upload.UploadInfo;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;

/** Turns uploads that are whole into clips of their project. */
@Service
@Profile(Role.PAGES)
class Uploads {
    /** Left free for the database, previews and everything else on the disk. */
    private static final long RESERVE_BYTES = 500L << 20;

    private final TusFileUploadService tus;
    private final FoldbackProperties properties;
    private final ContentIds contents;
    private final Arrivals arrivals;
    private final ProjectRepository projects;

    Uploads(
            TusFileUploadService tus,
            FoldbackProperties properties,
            ContentIds contents,
            Arrivals arrivals,
            ProjectRepository projects) {
        this.tus = tus;
        this.properties = properties;
        this.contents = contents;
        this.arrivals = arrivals;
        this.projects = projects;
    }

    /** Refuses uploads to a project that is not there. */
    void requireProject(Long projectId) {
        projects.findById(projectId).orElseThrow(() -> new NotFoundException("project " + projectId));
    }

    /** Why an upload of this size cannot begin, or null. */
    String refusal(long bytes) throws IOException {
        if (bytes == 0) {
            return "This file is empty. Copy it again from the card.";
        }
        Files.createDirectories(properties.uploading());
        long room = Files.getFileStore(properties.uploading()).getUsableSpace() - RESERVE_BYTES;
        return bytes <= room
                ? null
                : "There is no room for this file: it needs " + megabytes(bytes) + ", and "
                        + megabytes(Math.max(0, room)) + " are free. Make room, or use the file where it lies.";
    }

    /** The file appears whole, also where uploads lie on another disk. */
    private static void move(Path data, Path target) throws IOException {
        try {
            Files.move(data, target, StandardCopyOption.ATOMIC_MOVE);
        } catch (AtomicMoveNotSupportedException anotherDisk) {
            Path part = target.resolveSibling("." + target.getFileName() + ".part");
            Files.copy(data, part, StandardCopyOption.REPLACE_EXISTING);
            Files.move(part, target, StandardCopyOption.ATOMIC_MOVE);
        }
    }

    private static String megabytes(long bytes) {
        return Math.round(bytes / 1e6) + " MB";
    }

    /** Moves an upload that is whole to the project's media and brings it in; does nothing for one that is not. */
    void finishIfWhole(Long projectId, String uri) throws IOException {
        try {
            UploadInfo info = tus.getUploadInfo(uri);
            if (info == null || info.isUploadInProgress()) {
                return;
            }
            Path data = properties
                    .uploading()
                    .resolve("uploads")
                    .resolve(info.getId().toString())
                    .resolve("data");
            String folder = MediaFolders.UPLOADS + "/" + projectId;
            Path target = free(data, Files.createDirectories(properties.media().resolve(folder)), info.getFileName());
            arrivals.note(projectId, folder + "/" + target.getFileName());
            if (!Files.exists(target)) {
                move(data, target);
            }
            tus.deleteUpload(uri);
            arrivals.bringIn();
        } catch (TusException gone) {
            throw new IOException("the upload is not there any more", gone);
        }
    }

    /** The name for the data: a free one, or that of the same content under the same name, which is there once. */
    private Path free(Path data, Path folder, String wanted) throws IOException {
        String name = UploadNames.safe(wanted);
        Path target = folder.resolve(name);
        for (int n = 2; Files.exists(target); n++) {
            if (Files.size(target) == Files.size(data)
                    && contents.of(target).equals(foldback.media.ContentHash.of(data))) {
                return target;
            }
            target = folder.resolve(UploadNames.numbered(name, n));
        }
        return target;
    }
}
