package foldback.web.take;

import foldback.engine.depth.TakeDepth;
import foldback.engine.gather.ClipHealths;
import foldback.engine.level.LevelLines;
import foldback.engine.play.Player;
import foldback.engine.preview.Previewer;
import foldback.engine.proxy.Proxies;
import foldback.engine.seam.TakeFlows;
import foldback.engine.seam.TakeSeams;
import foldback.engine.stage.StageTools;
import foldback.engine.steady.MotionLogs;
import foldback.engine.steady.TakeShake;
import foldback.engine.sync.Listening;
import foldback.engine.sync.PictureTracks;
import foldback.engine.sync.Recordings;
import foldback.engine.sync.Sounds;
import foldback.engine.sync.TakeSync;
import foldback.engine.sync.Waveforms;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.web.FoldbackProperties;
import foldback.web.Role;
import java.time.Clock;
import java.util.Optional;
import org.springframework.context.ApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;

/** The parts of the engine that pages and worker hold. */
@Configuration
class EngineSettings {
    /** Pages show what was decoded again and again; a worker needs its memory for renders. */
    private static final int PAGES_SHARE = 3;

    private static final int WORKER_SHARE = 4;

    @Bean
    Previewer previewer(Proxies proxies, TakeSeams seams, FoldbackProperties properties) {
        int share = properties.role().equals(Role.PAGES) ? PAGES_SHARE : WORKER_SHARE;
        return new Previewer(
                proxies,
                seams.forLooking(),
                Runtime.getRuntime().maxMemory() / share,
                Runtime.getRuntime().availableProcessors());
    }

    @Bean
    Proxies proxies(FoldbackProperties properties) {
        return new Proxies(properties.work().resolve("proxies"));
    }

    @Bean
    ClipHealths clipHealths(FoldbackProperties properties) {
        return new ClipHealths(properties.work().resolve("health"));
    }

    @Bean
    MediaFolders mediaFolders(FoldbackProperties properties) {
        return MediaFolders.of(properties.media(), properties.footage());
    }

    @Bean
    ContentIds contentIds(FoldbackProperties properties) {
        return new ContentIds(properties.work().resolve("contents"));
    }

    @Bean
    @Profile(Role.PAGES)
    Player player(Proxies proxies, TakeSeams seams) {
        return new Player(proxies, seams.withoutWaiting(), Runtime.getRuntime().availableProcessors());
    }

    @Bean
    Sounds sounds(FoldbackProperties properties) {
        return new Sounds(properties.work().resolve("sounds"));
    }

    @Bean
    MotionLogs motionLogs(MediaFolders folders, ContentIds contents) {
        return new MotionLogs(folders, contents);
    }

    @Bean
    TakeShake takeShake(Proxies proxies, MotionLogs logs, FoldbackProperties properties) {
        return new TakeShake(properties.work().resolve("tracks"), Optional.of(proxies), logs);
    }

    @Bean
    TakeFlows takeFlows(FoldbackProperties properties) {
        return new TakeFlows(
                properties.work().resolve("flows"),
                properties.role().equals(Role.PAGES) ? 0 : TakeFlows.AHEAD_OF_RENDERS);
    }

    @Bean
    TakeDepth takeDepth(Previewer previewer) {
        return new TakeDepth(previewer);
    }

    @Bean
    TakeSeams takeSeams(TakeShake shake, TakeFlows flows) {
        return new TakeSeams(shake, flows);
    }

    @Bean
    @Profile(Role.PAGES)
    LevelLines levelLines(TakeShake shake) {
        return new LevelLines(shake);
    }

    @Bean
    Recordings recordings(MediaFolders folders, ContentIds contents) {
        return new Recordings(folders, contents);
    }

    @Bean
    TakeSync takeSync(Sounds sounds, Proxies proxies, FoldbackProperties properties) {
        return new TakeSync(sounds, new PictureTracks(properties.work().resolve("pictures"), Optional.of(proxies)));
    }

    @Bean
    @Profile(Role.PAGES)
    Listening listening(Sounds sounds) {
        return new Listening(sounds);
    }

    @Bean
    @Profile(Role.PAGES)
    Waveforms waveforms(Sounds sounds) {
        return new Waveforms(sounds);
    }

    /** Stages find the parts that they read takes with among the beans. */
    @Bean
    StageTools stageTools(ApplicationContext context) {
        return context::getBean;
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
