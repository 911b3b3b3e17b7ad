package foldback.web.project;

import foldback.web.Role;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The page that lists the projects. */
@Controller
@Profile(Role.PAGES)
class ProjectController {
    private final ProjectRepository projects;
    private final TakeRepository takes;

    ProjectController(ProjectRepository projects, TakeRepository takes) {
        this.projects = projects;
        this.takes = takes;
    }

    /** A project and its takes, as the page lists them. */
    record Entry(Project project, List<Take> takes) {}

    @GetMapping("/")
    String list(Model model) {
        List<Entry> entries = projects.findAllByOrderByCreatedAtDesc().stream()
                .map(project -> new Entry(project, takes.findByProjectIdOrderByPosition(project.id())))
                .toList();
        model.addAttribute("projects", entries);
        return "projects";
    }
}
