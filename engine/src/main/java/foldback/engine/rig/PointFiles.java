package foldback.engine.rig;

import foldback.core.match.TiePoints;
import foldback.engine.document.rig.PointsJson;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;

/** Tie points as files of a folder, named by their hash. */
public final class PointFiles implements TiePointStore {
    private final Path folder;

    /** @param folder is made when the first points are kept */
    public PointFiles(Path folder) {
        this.folder = folder;
    }

    @Override
    public String keep(TiePoints points, List<String> slots) {
        String document = PointsJson.write(points, slots);
        String hash = ContentHash.ofText(document);
        try {
            Path file = file(hash);
            Files.createDirectories(folder);
            if (!Files.exists(file)) {
                Path fresh = Files.createTempFile(folder, ".points", ".new");
                Files.writeString(fresh, document);
                Files.move(fresh, file, StandardCopyOption.ATOMIC_MOVE);
            }
            return hash;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /** @throws MediaException where the file is missing or is not what the recipe names */
    @Override
    public String document(String hash) {
        Path file = file(hash);
        try {
            String document = Files.readString(file);
            if (!ContentHash.ofText(document).equals(hash)) {
                throw new MediaException(file, file + " is not what its name says. Put the original back.");
            }
            return document;
        } catch (IOException missing) {
            throw new MediaException(
                    file,
                    "The recipe's tie points are missing: " + file + ". Put them back beside the recipe.",
                    missing);
        }
    }

    private Path file(String hash) {
        return folder.resolve(hash + ".json");
    }
}
