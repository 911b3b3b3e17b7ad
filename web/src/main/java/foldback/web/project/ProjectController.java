package foldback.web.project;

import foldback.web.Role;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The page that lists the projects. */
@Controller
@Profile(Role.PAGES)
class ProjectController {
    private final ProjectRepository projects;

    ProjectController(ProjectRepository projects) {
        this.projects = projects;
    }

    @GetMapping("/")
    String list(Model model) {
        model.addAttribute("projects", projects.findAllByOrderByCreatedAtDesc());
        return "projects";
    }
}
