package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.DemoTake;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.NoRoomException;
import foldback.media.SmallDisk;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Renders that full disks, damaged pieces and a second process get in the way of. */
class BrokenRenderTest {
    private static RenderJob job;
    private static String wanted;

    @TempDir
    private Path folder;

    @BeforeAll
    static void renderUndisturbed(@TempDir Path folder) throws Exception {
        Recipe recipe = DemoTake.recipe();
        Take take = Take.open(recipe, MediaFolders.of(DemoTake.MEDIA));
        job = new RenderJob(
                recipe, DemoTake.smallSpec(8, Optional.of("A")), take, new TimeSpan(0, 0.8), Optional.empty());
        Path whole = folder.resolve("undisturbed.mp4");
        render(folder.resolve("undisturbed"), whole);
        wanted = ContentHash.of(whole);
    }

    private static void render(Path work, Path out) throws InterruptedException {
        new Renderer(2, 0).render(job, work, out, Run.QUIET);
    }

    @Test
    void aFullWorkFolderLosesNothingWhereverItGetsFull() throws Exception {
        try (SmallDisk disk = SmallDisk.mount(folder.resolve("disk"), 8192)) {
            Path work = disk.folder().resolve("work");
            int failures = 0;
            for (int kilobytes : List.of(30, 110, 230)) {
                disk.fillUpTo(kilobytes);
                Path out = folder.resolve("out " + kilobytes + ".mp4");
                try {
                    render(work, out);
                } catch (NoRoomException full) {
                    failures++;
                    assertThat(out).doesNotExist();
                    disk.makeRoom();
                    render(work, out);
                }
                assertThat(ContentHash.of(out)).isEqualTo(wanted);
            }
            assertThat(failures).isGreaterThan(1);
        }
    }

    @Test
    void aFullFolderOfDeliverablesKeepsTheFinishedParts() throws Exception {
        try (SmallDisk disk = SmallDisk.mount(folder.resolve("disk"), 4096)) {
            disk.fillUpTo(40);
            Path out = disk.folder().resolve("out.mp4");
            assertThatThrownBy(() -> render(folder.resolve("work"), out)).isInstanceOf(NoRoomException.class);
            assertThat(names(disk.folder())).as("nothing half-made is left").containsExactly("filler");
            Renderer.Room room = Renderer.room(job, folder.resolve("work"));
            disk.makeRoom();
            double[] first = {-1};
            Run watching = new Run(share -> first[0] = first[0] < 0 ? share : first[0], () -> false);
            new Renderer(2, 0).render(job, folder.resolve("work"), out, watching);
            assertThat(first[0]).as("no frame was made again").isEqualTo(-1);
            assertThat(ContentHash.of(out)).isEqualTo(wanted);
            assertThat(room.out()).isBetween(Files.size(out) / 2, 2 * Files.size(out));
        }
    }

    /** As a version before this one left them: with the name of a whole piece, and cut short. */
    @Test
    void aPieceThatIsWrongIsMadeAgain() throws Exception {
        Path work = folder.resolve("work");
        Path out = folder.resolve("out.mp4");
        boolean[] stop = {false};
        Run breaking = new Run(share -> stop[0] = share > 0.9, () -> stop[0]);
        assertThatThrownBy(() -> new Renderer(2, 0).render(job, work, out, breaking))
                .isInstanceOf(CancellationException.class);
        Path first = work.resolve(job.key()).resolve("piece-000000.mp4");
        byte[] bytes = Files.readAllBytes(first);
        Files.write(first, java.util.Arrays.copyOf(bytes, bytes.length / 2));
        render(work, out);
        assertThat(ContentHash.of(out)).isEqualTo(wanted);
    }

    @Test
    void twoNeverWorkInOneFolder() throws Exception {
        Path work = folder.resolve("work");
        Path out = folder.resolve("out.mp4");
        boolean[] tried = {false};
        Run second = new Run(
                share -> {
                    if (share > 0.2 && !tried[0]) {
                        tried[0] = true;
                        assertThatThrownBy(() -> render(work, folder.resolve("other.mp4")))
                                .isInstanceOf(BusyException.class)
                                .hasMessageContaining("already");
                    }
                },
                () -> false);
        new Renderer(2, 0).render(job, work, out, second);
        assertThat(tried[0]).isTrue();
        assertThat(ContentHash.of(out)).isEqualTo(wanted);
    }

    /** The process dies behind the publishing and before anybody was told. */
    @Test
    void whatWasPublishedIsKnownAgainAndSomebodyElsesIsNot() throws Exception {
        Path work = folder.resolve("work");
        Path out = folder.resolve("out.mp4");
        assertThatThrownBy(() -> new Renderer(2, 0).render(job, work, out, Run.QUIET, verified -> {
                    throw new CancellationException("died");
                }))
                .isInstanceOf(CancellationException.class);
        Object inode = Files.getAttribute(out, "unix:ino");
        render(work, out);
        assertThat(Files.getAttribute(out, "unix:ino")).as("the same file").isEqualTo(inode);

        assertThatThrownBy(() -> new Renderer(2, 0).render(job, work, folder.resolve("b.mp4"), Run.QUIET, verified -> {
                    throw new CancellationException("died");
                }))
                .isInstanceOf(CancellationException.class);
        Files.delete(folder.resolve("b.mp4"));
        Files.writeString(folder.resolve("b.mp4"), "precious");
        assertThatThrownBy(() -> render(work, folder.resolve("b.mp4"))).hasMessageContaining("exists already");
        assertThat(folder.resolve("b.mp4")).hasContent("precious");
    }

    @Test
    void aNameIsGivenOnlyWhereNothingBearsItOnAnyDisk() throws Exception {
        Path work = Files.createDirectories(folder.resolve("notes"));
        Publication.Naming none = (name, file) -> {
            throw new UnsupportedOperationException("this disk knows no second names");
        };
        for (Publication.Naming naming : List.<Publication.Naming>of(Files::createLink, none)) {
            Path out = folder.resolve("named.mp4");
            Publication publication = new Publication(work, "published", out, "0".repeat(64), naming);
            Files.writeString(publication.part(), "finished");
            publication.refuseWhereTaken();
            publication.publish();
            assertThat(out).hasContent("finished");
            assertThat(publication.part()).doesNotExist();
            assertThat(publication.isDone()).isTrue();
            Files.delete(out);

            // Somebody else takes the name between the look and the publishing.
            Files.writeString(out, "precious");
            Files.writeString(publication.part(), "finished");
            assertThatThrownBy(publication::publish).hasMessageContaining("named.mp4 exists already");
            assertThat(out).hasContent("precious");
            assertThat(publication.isDone()).isFalse();
            Files.delete(out);
        }
    }

    private static List<String> names(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.map(file -> file.getFileName().toString()).toList();
        }
    }
}
