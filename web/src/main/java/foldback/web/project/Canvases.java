package foldback.web.project;

import foldback.web.page.NotFoundException;
import org.springframework.stereotype.Service;

/** How large the spheres of takes are. */
@Service
public class Canvases {
    /** Of a project whose canvas the first footage has not decided yet. */
    private static final int DEFAULT_WIDTH = 3840;

    private final TakeRepository takes;
    private final ProjectRepository projects;

    Canvases(TakeRepository takes, ProjectRepository projects) {
        this.takes = takes;
        this.projects = projects;
    }

    /** The width of a take's canvas, pixels. */
    public int widthOf(Long takeId) {
        return takes.findById(takeId)
                .flatMap(row -> projects.findById(row.projectId()))
                .orElseThrow(() -> new NotFoundException("take " + takeId))
                .canvasWidth()
                .orElse(DEFAULT_WIDTH);
    }
}
