package foldback.web.gather;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.time.FrameRate;
import foldback.engine.gather.ClipHealths;
import foldback.engine.gather.FootageNotes;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import foldback.web.project.Names;
import foldback.web.project.Project;
import foldback.web.project.ProjectRepository;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import foldback.web.proxy.ProxyOrders;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the Gather page shows, and takes made from proposed groups. */
@Service
@Profile(Role.PAGES)
class Gathering {
    private static final Logger LOG = LoggerFactory.getLogger(Gathering.class);
    private final Clips clips;
    private final Starts starts;
    private final ProjectRepository projects;
    private final TakeRepository takes;
    private final Recipes recipes;
    private final OpenTakes opened;
    private final ProxyOrders orders;
    private final ClipHealths healths;

    Gathering(
            Clips clips,
            Starts starts,
            ProjectRepository projects,
            TakeRepository takes,
            Recipes recipes,
            OpenTakes opened,
            ProxyOrders orders,
            ClipHealths healths) {
        this.healths = healths;
        this.clips = clips;
        this.starts = starts;
        this.projects = projects;
        this.takes = takes;
        this.recipes = recipes;
        this.opened = opened;
        this.orders = orders;
    }

    @Transactional(readOnly = true)
    GatherView view(Long projectId) {
        Project project = project(projectId);
        List<Clip> all = clips.of(projectId);
        List<GatherView.Group> groups = new ArrayList<>();
        List<Rig> cards = starts.cards();
        List<Clip> ready = all.stream()
                .filter(clip -> clip.state() == Clip.State.READY && clip.takeId() == null && clip.isReadable())
                .toList();
        Rows rows = new Rows(healths);
        List<GatherView.Row> rest = new ArrayList<>(all.stream()
                .filter(clip -> clip.state() != Clip.State.READY || !clip.isReadable())
                .map(Rows::unread)
                .toList());
        for (int number : ready.stream().map(Clip::groupNumber).distinct().toList()) {
            List<Clip> group =
                    ready.stream().filter(clip -> clip.groupNumber() == number).toList();
            try {
                groups.add(group(project, group, rows, cards));
            } catch (RuntimeException unfit) {
                // Whatever a row holds, the page goes on, and the row can be taken out.
                LOG.warn("clips of project {} cannot be shown as a take", projectId, unfit);
                group.forEach(clip -> rest.add(Rows.unfit(clip, unfit.getMessage())));
            }
        }
        return new GatherView(
                projectId,
                project.name(),
                project.canvasWidth().orElse(null),
                project.rate().orElse(null),
                (int) all.stream()
                        .filter(clip -> clip.state() == Clip.State.READING)
                        .count(),
                groups,
                rest,
                takes.findByProjectIdAndDeletedAtIsNullOrderByPosition(projectId).stream()
                        .map(take -> viewOf(take, all, rows))
                        .toList());
    }

    private GatherView.Group group(Project project, List<Clip> group, Rows rows, List<Rig> cards) {
        return new GatherView.Group(
                group.get(0).groupNumber(),
                reason(group),
                TakeNames.propose(group.stream().map(Clip::file).toList()),
                Starts.lenses(group).size(),
                rows.of(group),
                starts.of(group, cards),
                otherRate(project, group).orElse(null));
    }

    /** Has clips checked of which nothing is known: an earlier version did not, or what was known was cleaned up. */
    @Transactional
    void wantChecks(Long projectId) {
        for (Clip clip : clips.of(projectId)) {
            if (clip.state() == Clip.State.READY && healths.of(clip.sha256()).isEmpty()) {
                orders.want(clip.sha256(), clip.file());
            }
        }
    }

    private static String reason(List<Clip> group) {
        boolean two = group.stream().anyMatch(clip -> clip.facts().lenses().size() > 1);
        return group.get(0).groupReason() + (two ? " Two lit discs were found in it, side by side or stacked." : "");
    }

    private static GatherView.Made viewOf(TakeRow take, List<Clip> all, Rows rows) {
        return new GatherView.Made(
                take.id(),
                take.name(),
                rows.of(all.stream()
                        .filter(clip -> take.id().equals(clip.takeId())
                                && clip.state() == Clip.State.READY
                                && clip.isReadable())
                        .toList()));
    }

    /**
     * Makes a take of the clips that were seen proposed together, in their order.
     *
     * @param card the rig card's name; empty to start as it comes
     * @return the take's id
     */
    @Transactional
    Long makeTake(Long projectId, List<Long> seen, String name, String card) {
        Project project = projects.lock(projectId).orElseThrow(() -> new NotFoundException("project " + projectId));
        String checked = Names.check("take", name);
        List<Clip> group = clips.groupOf(projectId, seen)
                .filter(found -> found.stream().allMatch(clip -> clip.state() == Clip.State.READY))
                .orElseThrow(() -> new IllegalArgumentException("These clips are not proposed as one take any more,"
                        + " or not read yet. Look at the proposals again, then make the take."));
        List<Starts.Lens> lenses = Starts.lenses(group);
        refuseTwins(group);
        Rig rig = starts.rig(card == null ? "" : card, lenses);
        List<ClipRef> refs = new ArrayList<>();
        for (int i = 0; i < lenses.size(); i++) {
            Starts.Lens lens = lenses.get(i);
            refs.add(new ClipRef(
                    rig.lenses().get(i).slot(),
                    lens.clip().file(),
                    lens.clip().sha256(),
                    0,
                    0,
                    lens.picture().area()));
        }
        project.settle(Starts.canvasWidth(rig), rateOf(group.get(0)).toString());
        String source = card == null || card.isEmpty() ? "as it comes" : "rig card " + card;
        Recipe recipe = Recipe.start(FrameRate.parse(project.rate().orElseThrow()), refs, rig, source);
        int position = takes.findByProjectIdOrderByPosition(projectId).size() + 1;
        TakeRow take = takes.save(new TakeRow(projectId, checked, position));
        recipes.start(take.id(), recipe, "Make the take");
        clips.use(group, take.id());
        orders.want(opened.of(recipe));
        return take.id();
    }

    private static void refuseTwins(List<Clip> group) {
        Set<String> seen = new HashSet<>();
        for (Clip clip : group) {
            if (!seen.add(clip.sha256())) {
                throw new IllegalArgumentException(clip.file()
                        + " is in this take twice: two of its clips have the same content. Take one of them out.");
            }
        }
    }

    private static FrameRate rateOf(Clip clip) {
        return FrameRate.ofFootage(clip.facts().info().video().orElseThrow().frameRate());
    }

    /** Gives a project another rate; takes that are made keep theirs. */
    @Transactional
    void changeRate(Long projectId, String rate) {
        Project project = projects.lock(projectId).orElseThrow(() -> new NotFoundException("project " + projectId));
        project.changeRate(FrameRate.parse(rate == null ? "" : rate).toString());
    }

    /** The clips' own rate where the project has another one. */
    private static Optional<GatherView.Rate> otherRate(Project project, List<Clip> group) {
        FrameRate footage = rateOf(group.get(0));
        return project.rate()
                .map(FrameRate::parse)
                .flatMap(rate -> FootageNotes.rate(footage.perSecond(), rate))
                .map(says -> new GatherView.Rate(footage.toString(), says));
    }

    private Project project(Long id) {
        return projects.findById(id).orElseThrow(() -> new NotFoundException("project " + id));
    }
}
