package foldback.web.project;

import foldback.core.time.FrameRate;
import foldback.core.warp.Canvas;
import foldback.web.Role;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;

/** The page that lists the projects. */
@Controller
@Profile(Role.PAGES)
class ProjectController {
    private static final int LEAST_WIDTH = 256;
    private final ProjectRepository projects;
    private final TakeRepository takes;
    private final Clock clock;

    ProjectController(ProjectRepository projects, TakeRepository takes, Clock clock) {
        this.clock = clock;
        this.projects = projects;
        this.takes = takes;
    }

    /** A project and its takes, as the page lists them. */
    record Entry(Project project, List<TakeRow> takes) {
        /** Its canvas and rate, for people. */
        public String says() {
            String canvas = project.canvasWidth()
                    .map(width -> "Canvas " + width + " x " + width / 2)
                    .orElse("Canvas and rate: the first take decides");
            return canvas
                    + project.rate().map(rate -> ", " + rate + " frames/s").orElse("");
        }
    }

    @GetMapping("/")
    String list(Model model) {
        List<Entry> entries = projects.findByDeletedAtIsNullOrderByCreatedAtDesc().stream()
                .map(project ->
                        new Entry(project, takes.findByProjectIdAndDeletedAtIsNullOrderByPosition(project.id())))
                .toList();
        model.addAttribute("projects", entries);
        return "projects";
    }

    /**
     * A project to be made.
     *
     * @param canvasWidth null to let the first footage decide
     * @param rate null to let the first footage decide
     */
    record NewProject(String name, Integer canvasWidth, String rate) {}

    @PostMapping("/api/projects")
    @ResponseBody
    Map<String, Long> make(@RequestBody NewProject asked) {
        String name = Names.check("project", asked.name());
        Integer width = asked.canvasWidth();
        if (width != null && (width % 4 != 0 || width < LEAST_WIDTH || width > Canvas.MAX_WIDTH)) {
            throw new IllegalArgumentException("The canvas's width must be a multiple of 4 from " + LEAST_WIDTH + " to "
                    + Canvas.MAX_WIDTH + ": " + width + ".");
        }
        String rate =
                asked.rate() == null ? null : FrameRate.parse(asked.rate()).toString();
        Project project = projects.save(new Project(name, width, rate, clock.instant()));
        return Map.of("project", project.id());
    }
}
