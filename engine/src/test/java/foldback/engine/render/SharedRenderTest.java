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
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One file made by several. */
class SharedRenderTest {
    private static final int PIECE = 10;

    /** Threads of its own: one who leads stands still. */
    private final ExecutorService threads = Executors.newCachedThreadPool();

    @TempDir
    private Path folder;

    @AfterEach
    void end() {
        threads.shutdownNow();
    }

    /** Of six pieces. */
    private static RenderJob job() throws Exception {
        Recipe recipe = DemoTake.recipe();
        return new RenderJob(
                recipe,
                DemoTake.smallSpec(8, Optional.of("A")).withSegmentFrames(PIECE),
                Take.open(recipe, MediaFolders.of(DemoTake.MEDIA)),
                new TimeSpan(0, 2.4),
                Optional.empty());
    }

    private String alone() throws Exception {
        Path out = folder.resolve("alone.mp4");
        new Renderer(2, 0).render(job(), folder.resolve("alone"), out, Run.QUIET);
        return ContentHash.of(out);
    }

    private long pieces() throws Exception {
        try (Stream<Path> files = Files.walk(folder.resolve("work"))) {
            return files.filter(file -> file.getFileName().toString().startsWith("piece-0"))
                    .count();
        }
    }

    /** One who leads, and who stands still within the first piece until somebody lets go on. */
    private final class Leader {
        final Path out = folder.resolve("shared.mp4");
        final CountDownLatch stands = new CountDownLatch(1);
        final CountDownLatch goOn = new CountDownLatch(1);
        final CompletableFuture<Verified> done = CompletableFuture.supplyAsync(
                () -> {
                    try {
                        return new Renderer(1, 0)
                                .render(job(), folder.resolve("work"), out, new Run(this::stand, () -> false));
                    } catch (Exception failed) {
                        throw new IllegalStateException(failed);
                    }
                },
                threads);

        private void stand(double share) {
            if (share > 0) {
                stands.countDown();
                try {
                    goOn.await();
                } catch (InterruptedException stopped) {
                    Thread.currentThread().interrupt();
                }
            }
        }
    }

    @Test
    void oneWhoHelpsMakesWhatNobodyWorksOnAndTheBytesAreTheSame() throws Exception {
        Leader leader = new Leader();
        assertThat(leader.stands.await(2, TimeUnit.MINUTES)).isTrue();
        assertThat(new Renderer(1, 0).help(job(), folder.resolve("work"), Run.QUIET))
                .isTrue();
        assertThat(pieces()).as("all but the one that the leader works on").isEqualTo(5);
        assertThat(leader.out).doesNotExist();
        leader.goOn.countDown();
        assertThat(leader.done.get(2, TimeUnit.MINUTES).frames()).isEqualTo(60);
        assertThat(ContentHash.of(leader.out)).isEqualTo(alone());
    }

    @Test
    void whatAHelperLeavesUndoneIsMadeByTheOther() throws Exception {
        Leader leader = new Leader();
        assertThat(leader.stands.await(2, TimeUnit.MINUTES)).isTrue();
        boolean[] stop = {false};
        Run breaking = new Run(share -> stop[0] = share > 0.3, () -> stop[0]);
        assertThatThrownBy(() -> new Renderer(1, 0).help(job(), folder.resolve("work"), breaking))
                .isInstanceOf(CancellationException.class);
        assertThat(pieces()).isBetween(1L, 4L);
        leader.goOn.countDown();
        leader.done.get(2, TimeUnit.MINUTES);
        assertThat(ContentHash.of(leader.out)).isEqualTo(alone());
    }

    @Test
    void severalAtOnceShareWithoutMakingAPieceTwice() throws Exception {
        Leader leader = new Leader();
        assertThat(leader.stands.await(2, TimeUnit.MINUTES)).isTrue();
        leader.goOn.countDown();
        CompletableFuture<?>[] helpers = new CompletableFuture<?>[3];
        for (int i = 0; i < helpers.length; i++) {
            helpers[i] = CompletableFuture.runAsync(
                    () -> {
                        try {
                            new Renderer(1, 0).help(job(), folder.resolve("work"), Run.QUIET);
                        } catch (Exception failed) {
                            throw new IllegalStateException(failed);
                        }
                    },
                    threads);
        }
        CompletableFuture.allOf(helpers).get(2, TimeUnit.MINUTES);
        leader.done.get(2, TimeUnit.MINUTES);
        assertThat(ContentHash.of(leader.out)).isEqualTo(alone());
    }

    @Test
    void whereNobodyLeadsThereIsNothingToHelp() throws Exception {
        assertThat(new Renderer(1, 0).help(job(), folder.resolve("work"), Run.QUIET))
                .isFalse();
        assertThat(folder.resolve("work")).doesNotExist();
    }
}
