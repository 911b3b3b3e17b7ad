package foldback.engine.proxy;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.run.Run;
import foldback.engine.cache.Caches;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.decode.ClipHealth;
import foldback.media.proxy.PictureIndex;
import foldback.media.proxy.ProxyEncoder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * The proxies in a folder, named by the content of their clip and how they are made: any may be deleted at any time and is
 * made again.
 */
public final class Proxies {
    /** Raised whenever the same clip would give another proxy. */
    private static final int ALGORITHM = 2;

    private final Path folder;
    private final Cache<String, PictureIndex> opened =
            Caches.builder().maximumSize(64).build();

    public Proxies(Path folder) {
        this.folder = folder;
    }

    /** The proxy of a clip where it was made. */
    public Optional<Proxy> of(TakeClip clip) {
        String sha256 = clip.ref().sha256();
        if (!Files.isRegularFile(stream(sha256)) || !Files.isRegularFile(index(sha256))) {
            opened.invalidate(sha256);
            return Optional.empty();
        }
        ProxySize size = ProxySize.of(clip.whole().width(), clip.whole().height());
        return Optional.of(new Proxy(
                clip, clip.whole().withSize(size.width(), size.height()), opened.get(sha256, key -> open(clip))));
    }

    /** The proxies of all of some clips; empty where one has none. */
    public List<Proxy> ofAll(List<TakeClip> clips) {
        List<Proxy> found =
                clips.stream().map(this::of).flatMap(Optional::stream).toList();
        return found.size() < clips.size() ? List.of() : found;
    }

    private PictureIndex open(TakeClip clip) {
        try {
            return PictureIndex.read(
                    index(clip.ref().sha256()), stream(clip.ref().sha256()));
        } catch (IOException failed) {
            throw new MediaException(
                    folder,
                    "The proxy of " + clip.ref().file() + " cannot be read: " + failed.getMessage()
                            + ". Delete the folder of proxies; they are made again.",
                    failed);
        }
    }

    /** Makes the proxy of a clip for one who does not ask what came out about it. */
    public void make(TakeClip clip, Run run) {
        make(clip, health -> {}, run);
    }

    /**
     * Makes the proxy of a clip; returns at once where it is there.
     *
     * @param found takes what comes out about the clip meanwhile
     * @throws MediaException where the clip cannot be decoded, or gives another number of frames than its index
     */
    public void make(TakeClip clip, Consumer<ClipHealth> found, Run run) {
        if (of(clip).isPresent()) {
            return;
        }
        Path stream = stream(clip.ref().sha256());
        Path index = index(clip.ref().sha256());
        Path part = stream.resolveSibling(stream.getFileName() + ".part");
        Path indexPart = index.resolveSibling(index.getFileName() + ".part");
        try {
            Files.createDirectories(folder);
            ProxySize size = ProxySize.of(clip.whole().width(), clip.whole().height());
            found.accept(ProxyEncoder.encode(clip.index(), clip.info(), size.width(), size.height(), part, run));
            PictureIndex pictures = PictureIndex.scan(part);
            if (pictures.frames() != clip.index().frames()) {
                throw new MediaException(
                        clip.file(),
                        clip.ref().file() + " decodes to " + pictures.frames() + " frames, its index names "
                                + clip.index().frames()
                                + ": it may be damaged. Pictures come from the original; copy it again from the card.");
            }
            pictures.write(indexPart);
            // The proxy is there when both are; the index comes last.
            Files.move(part, stream, StandardCopyOption.ATOMIC_MOVE);
            Files.move(indexPart, index, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException failed) {
            if (NoRoomException.isCauseOf(failed)) {
                throw new NoRoomException(stream, failed);
            }
            throw new MediaException(
                    clip.file(),
                    "The proxy of " + clip.ref().file() + " could not be written: " + failed.getMessage()
                            + ". Check the disk and open the take again.",
                    failed);
        } finally {
            part.toFile().delete();
            indexPart.toFile().delete();
        }
    }

    private Path stream(String sha256) {
        return folder.resolve(key(sha256) + ".h264");
    }

    private Path index(String sha256) {
        return folder.resolve(key(sha256) + ".index");
    }

    private static String key(String sha256) {
        return ContentHash.ofText(sha256 + ProxySize.MOST + " " + ProxyEncoder.GROUP + " " + ALGORITHM);
    }
}
