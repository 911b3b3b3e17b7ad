package foldback.web.demo;

import foldback.core.recipe.Balance;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.time.FrameRate;
import foldback.engine.document.RigJson;
import foldback.engine.take.ContentIds;
import foldback.web.FoldbackProperties;
import foldback.web.Role;
import foldback.web.preview.OpenTakes;
import foldback.web.project.Project;
import foldback.web.project.ProjectRepository;
import foldback.web.project.Take;
import foldback.web.project.TakeRepository;
import foldback.web.proxy.ProxyOrders;
import foldback.web.recipe.Recipes;
import foldback.web.rigcard.RigCards;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Brings in the demo project once: its clips are copied below the media folder, its rig's card is kept. */
@Component
@Profile(Role.PAGES)
class DemoProject {
    private static final Logger LOG = LoggerFactory.getLogger(DemoProject.class);
    private static final String NAME = "Marlpan, spring harvest";
    private static final String TAKE = "sluice-path";
    private final FoldbackProperties properties;
    private final ProjectRepository projects;
    private final TakeRepository takes;
    private final Recipes recipes;
    private final RigCards cards;
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
            ContentIds contents,
            OpenTakes opened,
            ProxyOrders orders,
            Clock clock) {
        this.properties = properties;
        this.projects = projects;
        this.takes = takes;
        this.recipes = recipes;
        this.cards = cards;
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
        Path folder = properties.demoFolder().resolve(TAKE);
        Rig rig = RigJson.readCard(Files.readString(folder.resolve("rig-card.json")));
        cards.keep(rig);
        Path media = Files.createDirectories(properties.media().resolve("demo"));
        List<ClipRef> clips = new ArrayList<>();
        for (RigLens lens : rig.lenses()) {
            String file = TAKE + "-" + lens.slot().toLowerCase(Locale.ROOT) + ".mp4";
            Files.copy(folder.resolve(file), media.resolve(file), StandardCopyOption.REPLACE_EXISTING);
            clips.add(new ClipRef(lens.slot(), "demo/" + file, contents.of(media.resolve(file)), 0));
        }
        Project project = projects.save(new Project(NAME, 3840, 1920, "25", clock.instant()));
        Take take = takes.save(new Take(project.id(), "Take 1, the sluice path", 1));
        Recipe recipe = new Recipe(
                FrameRate.parse("25"), clips, rig, "rig card " + rig.name(), Balance.NONE, Seams.DEFAULT, Level.NONE);
        recipes.start(take.id(), recipe, "Bring in the take");
        orders.want(opened.of(recipe));
        LOG.info("the demo project is there");
    }
}
