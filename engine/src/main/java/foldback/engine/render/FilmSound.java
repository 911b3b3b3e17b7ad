package foldback.engine.render;

import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.take.Take;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.SoundCut;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/** The sound of a job's film: for inside it, and for a file beside it. */
public final class FilmSound {
    /** Of a file beside a film. */
    public static final String ENDING = ".wav";
    /** A sound file is cut to the sample; what is said of its length is rounded. */
    private static final double SECONDS_APART = 0.001;

    private final RenderJob job;
    private final Path folder;
    private final Optional<SoundCut> cut;

    /** @param folder of the job's work */
    FilmSound(RenderJob job, Path folder) {
        this.job = job;
        this.folder = folder;
        cut = job.spec().sound().flatMap(sound -> cut(job, sound));
    }

    /** Nothing where the lens recorded no sound. */
    private static Optional<SoundCut> cut(RenderJob job, Soundtrack sound) {
        return job.take()
                .sounding(sound.slot().orElse(Take.RECORDING))
                .map(sounding -> new SoundCut(
                        sounding.file(),
                        sounding.startSeconds(),
                        sounding.ownTime(job.span().from()),
                        sounding.secondInTake(),
                        job.rate().secondsOf(job.frames()),
                        sound.level(),
                        sound.fadeIn(),
                        sound.fadeOut()));
    }

    /** Writes what goes into the film, if anything does. */
    Optional<Path> writeInside() {
        return cut.filter(wanted -> job.spec().sound().orElseThrow().isInside()).map(wanted -> {
            Path file = folder.resolve("sound.mp4");
            wanted.writeAac(file);
            return file;
        });
    }

    /** Where the file beside a film is, if there is to be one. */
    public static Optional<Path> beside(RenderSpec spec, Path film) {
        String name = film.getFileName().toString();
        String known = spec.codec().withoutEnding(name);
        int dot = known.equals(name) ? name.lastIndexOf('.') : -1;
        String stem = dot > 0 ? name.substring(0, dot) : known;
        return spec.sound().filter(Soundtrack::isBeside).map(sound -> film.resolveSibling(stem + ENDING));
    }

    /** Whether the name of the file beside is borne by something else. */
    void refuseWhereTaken(Path film) throws IOException {
        Optional<Publication> unpublished = unpublished(film);
        if (unpublished.isPresent()) {
            unpublished.get().refuseWhereTaken();
        }
    }

    /** Writes the file beside the film, unless an earlier attempt did. */
    void publishBeside(Path film) throws IOException {
        Optional<Publication> unpublished = unpublished(film);
        if (unpublished.isEmpty()) {
            return;
        }
        Publication publication = unpublished.get();
        Path part = publication.part();
        try {
            Files.deleteIfExists(part);
            cut.orElseThrow().writeWave(part);
            check(part);
            publication.publish();
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** How the file beside gets its name; empty where there is to be none, or an earlier attempt published it. */
    private Optional<Publication> unpublished(Path film) throws IOException {
        Optional<Publication> wanted = cut.flatMap(sound -> beside(job.spec(), film))
                .map(file -> new Publication(folder, "published-sound", file, job.key()));
        return wanted.isPresent() && wanted.get().isDone() ? Optional.empty() : wanted;
    }

    private void check(Path file) {
        MediaInfo info = MediaProbe.probe(file);
        double wanted = job.rate().secondsOf(job.frames());
        if (info.audio().isEmpty() || Math.abs(info.durationSeconds() - wanted) > SECONDS_APART) {
            throw new MediaException(
                    file,
                    String.format(
                            Locale.ROOT,
                            "The sound beside the film is not what was asked: it lasts %.3f s, not %.3f s. Start it again.",
                            info.durationSeconds(),
                            wanted));
        }
    }
}
