package foldback.web.demo;

import foldback.core.picture.Area;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.Sync;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.time.FrameRate;
import foldback.engine.document.rig.CardJson;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.web.FoldbackProperties;
import foldback.web.Role;
import foldback.web.gather.Clips;
import foldback.web.project.Project;
import foldback.web.project.ProjectRepository;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.proxy.ProxyOrders;
import foldback.web.recipe.Recipes;
import foldback.web.rigcard.RigCards;
import foldback.web.take.OpenTakes;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Brings in the demo project once: its clips are copied below the media folder, its rigs' cards are kept. */
@Component
@Profile(Role.PAGES)
class DemoProject {
    private static final Logger LOG = LoggerFactory.getLogger(DemoProject.class);
    private static final String NAME = "Marlpan, spring harvest";
    private static final List<DemoTake> TAKES = List.of(
            new DemoTake("sluice-path", "the sluice path", false, true),
            new DemoTake("among-the-rakers", "among the rakers", false, false),
            new DemoTake("sluice-path-one-file", "the sluice path in one file", true, false),
            new DemoTake("cart-ride", "the cart ride", false, true),
            new DemoTake("in-the-shed", "in the shed", false, true));

    /** @param inSync whether its clips were started together */
    private record DemoTake(String folder, String name, boolean oneFile, boolean inSync) {}

    private static final Sync DECLARED = Sync.from(Sync.Source.DECLARED);
    private final FoldbackProperties properties;
    private final ProjectRepository projects;
    private final TakeRepository takes;
    private final Recipes recipes;
    private final RigCards cards;
    private final Clips gathered;
    private final ContentIds contents;
    private final OpenTakes opened;
    private final ProxyOrders orders;
    private final Clock clock;

    DemoProject(
            FoldbackProperties properties,
            ProjectRepository projects,
            TakeRepository takes,
            Recipes recipes,
            RigCards cards,
            Clips gathered,
            ContentIds contents,
            OpenTakes opened,
            ProxyOrders orders,
            Clock clock) {
        this.properties = properties;
        this.projects = projects;
        this.takes = takes;
        this.recipes = recipes;
        this.cards = cards;
        this.gathered = gathered;
        this.contents = contents;
        this.opened = opened;
        this.orders = orders;
        this.clock = clock;
    }

    @EventListener(ApplicationReadyEvent.class)
    void bringIn() throws IOException {
        cards.keepReadyOnes();
        if (!properties.demo() || !projects.findByName(NAME).isEmpty()) {
            return;
        }
        Project project = projects.save(new Project(NAME, 3840, "25", clock.instant()));
        for (int i = 0; i < TAKES.size(); i++) {
            if (Files.exists(
                    properties.demoFolder().resolve(TAKES.get(i).folder()).resolve("rig-card.json"))) {
                bringIn(TAKES.get(i), project, i + 1);
            }
        }
        LOG.info("the demo project is there");
    }

    private void bringIn(DemoTake take, Project project, int number) throws IOException {
        Path folder = properties.demoFolder().resolve(take.folder());
        Rig rig = CardJson.readRig(Files.readString(folder.resolve("rig-card.json")));
        cards.keep(rig);
        Path media = Files.createDirectories(properties.media().resolve(MediaFolders.DEMO));
        List<ClipRef> clips = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = rig.lenses().get(i);
            String slot = lens.slot().toLowerCase(Locale.ROOT);
            String file = take.folder() + (take.oneFile() ? "" : "-" + slot) + ".mp4";
            if (!take.oneFile() || i == 0) {
                Files.copy(folder.resolve(file), media.resolve(file), StandardCopyOption.REPLACE_EXISTING);
            }
            int width = lens.lens().frame().width();
            Optional<Area> area = take.oneFile()
                    ? Optional.of(
                            new Area(i * width, 0, width, lens.lens().frame().height()))
                    : Optional.empty();
            copyLog(folder, file, media);
            String hash = contents.of(media.resolve(file));
            clips.add(new ClipRef(lens.slot(), MediaFolders.DEMO + "/" + file, hash, 0, 0, area));
        }
        Recipe recipe = Recipe.start(FrameRate.parse("25"), clips, rig, "rig card " + rig.name());
        if (take.inSync()) {
            recipe = recipe.withOffsets(Collections.nCopies(clips.size(), 0.0), DECLARED);
        }
        TakeRow row = takes.save(new TakeRow(project.id(), "Take " + number + ", " + take.name(), number));
        recipes.start(row.id(), recipe, "Bring in the take");
        for (String file : clips.stream().map(ClipRef::file).distinct().toList()) {
            gathered.bringInFor(
                    row.id(),
                    project.id(),
                    file,
                    Files.size(folder.resolve(Path.of(file).getFileName())));
        }
        if (number == 1) {
            // Those of the other takes are made when they are opened.
            orders.want(opened.of(recipe));
        }
    }

    /** A motion log beside a clip stays beside it. */
    private static void copyLog(Path folder, String clip, Path media) throws IOException {
        String log = clip.replace(".mp4", ".csv");
        if (Files.exists(folder.resolve(log))) {
            Files.copy(folder.resolve(log), media.resolve(log), StandardCopyOption.REPLACE_EXISTING);
        }
    }
}
