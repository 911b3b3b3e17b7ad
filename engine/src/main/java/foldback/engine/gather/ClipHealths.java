package foldback.engine.gather;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.run.Run;
import foldback.engine.cache.Caches;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.decode.ClipCheck;
import foldback.media.decode.ClipHealth;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** What full decodes found out about clips, in files named by content: any may be deleted at any time and is found out again. */
public final class ClipHealths {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final Path folder;
    private final Cache<String, ClipHealth> known =
            // Another process may find out more.
            Caches.builder()
                    .maximumSize(2000)
                    .expireAfterWrite(Duration.ofSeconds(5))
                    .build();

    public ClipHealths(Path folder) {
        this.folder = folder;
    }

    /** What is known of a clip, by the hash of its content; empty until it was checked. */
    public Optional<ClipHealth> of(String sha256) {
        return Optional.ofNullable(known.get(sha256, this::read));
    }

    private ClipHealth read(String sha256) {
        try {
            return JSON.readValue(Files.readString(file(sha256)), ClipHealth.class);
        } catch (IOException | JacksonException notThere) {
            return null;
        }
    }

    /**
     * Checks a clip; returns at once where that was done.
     *
     * @throws MediaException where it cannot be decoded at all, or what was found cannot be kept
     */
    public void check(TakeClip clip, Run run) {
        String sha256 = clip.ref().sha256();
        if (of(sha256).isPresent()) {
            return;
        }
        keep(clip, ClipCheck.check(clip.index(), clip.info(), run));
    }

    /**
     * Looks more closely at a clip whose codec needs it; returns at once where that was done. Takes several times as long as
     * the first check.
     *
     * @throws MediaException where it cannot be decoded at all, or what was found cannot be kept
     */
    public void refine(TakeClip clip, Run run) {
        check(clip, run);
        ClipHealth known = of(clip.ref().sha256()).orElseThrow();
        if (!known.strict()) {
            keep(clip, ClipCheck.refine(known, clip.index(), run));
        }
    }

    /**
     * Keeps what was found out about a clip.
     *
     * @throws MediaException where it cannot be written
     */
    public void keep(TakeClip clip, ClipHealth health) {
        String sha256 = clip.ref().sha256();
        try {
            Files.createDirectories(folder);
            Path part = Files.createTempFile(folder, "new", ".part");
            Files.writeString(part, JSON.writeValueAsString(health));
            Files.move(part, file(sha256), StandardCopyOption.ATOMIC_MOVE);
            known.put(sha256, health);
        } catch (IOException failed) {
            if (NoRoomException.isCauseOf(failed)) {
                throw new NoRoomException(folder, failed);
            }
            throw new MediaException(
                    clip.file(),
                    "What was found out about " + clip.ref().file() + " could not be kept: " + failed.getMessage()
                            + ". Check the disk.",
                    failed);
        }
    }

    private Path file(String sha256) {
        return folder.resolve(ContentHash.ofText(sha256 + " " + ClipCheck.ALGORITHM));
    }
}
