package foldback.web.gather;

import foldback.engine.document.Asked;
import foldback.media.JpegWriter;
import foldback.web.Role;
import foldback.web.page.NotFoundException;
import foldback.web.project.ProjectRepository;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The Gather page: footage brought in, grouped and made into takes. */
@Controller
@Profile(Role.PAGES)
class GatherController {
    private static final float QUALITY = 0.85f;
    private final Gathering gathering;
    private final Clips clips;
    private final FootageFolders folders;
    private final ClipStills stills;
    private final ProjectRepository projects;

    GatherController(
            Gathering gathering, Clips clips, FootageFolders folders, ClipStills stills, ProjectRepository projects) {
        this.gathering = gathering;
        this.clips = clips;
        this.folders = folders;
        this.stills = stills;
        this.projects = projects;
    }

    /** Files or folders below the footage folders. */
    record Chosen(List<String> paths) {}

    /** Where a clip goes; a new proposed take where the number is missing. */
    record Move(Integer group, int position) {}

    /** A take to be made. */
    record NewTake(List<Long> clips, String name, String card) {}

    @GetMapping("/projects/{projectId}")
    String page(@PathVariable Long projectId, Model model) {
        model.addAttribute(
                "project",
                projects.findByIdAndDeletedAtIsNull(projectId)
                        .orElseThrow(() -> new NotFoundException("project " + projectId)));
        gathering.wantChecks(projectId);
        return "gather";
    }

    @GetMapping("/api/projects/{projectId}/gather")
    @ResponseBody
    GatherView view(@PathVariable Long projectId) {
        return gathering.view(projectId);
    }

    @GetMapping("/api/footage")
    @ResponseBody
    FootageFolders.Listing footage(@RequestParam(defaultValue = "") String path) {
        return folders.list(path);
    }

    @PostMapping("/api/projects/{projectId}/clips")
    @ResponseBody
    GatherView add(@PathVariable Long projectId, @RequestBody Chosen chosen) {
        for (String path : Asked.list(chosen.paths(), "paths")) {
            for (FootageFolders.File file : folders.videos(path)) {
                clips.bringIn(projectId, file.path(), file.bytes());
            }
        }
        return gathering.view(projectId);
    }

    @PostMapping("/api/projects/{projectId}/clips/{clipId}/move")
    @ResponseBody
    GatherView move(@PathVariable Long projectId, @PathVariable Long clipId, @RequestBody Move move) {
        clips.move(projectId, clipId, Optional.ofNullable(move.group()), move.position());
        return gathering.view(projectId);
    }

    @DeleteMapping("/api/projects/{projectId}/clips/{clipId}")
    @ResponseBody
    GatherView remove(@PathVariable Long projectId, @PathVariable Long clipId) {
        clips.remove(projectId, clipId);
        return gathering.view(projectId);
    }

    /** A rate for takes to come. */
    record NewRate(String rate) {}

    @PostMapping("/api/projects/{projectId}/rate")
    @ResponseBody
    GatherView changeRate(@PathVariable Long projectId, @RequestBody NewRate asked) {
        gathering.changeRate(projectId, asked.rate());
        return gathering.view(projectId);
    }

    @PostMapping("/api/projects/{projectId}/takes")
    @ResponseBody
    Map<String, Long> makeTake(@PathVariable Long projectId, @RequestBody NewTake asked) {
        return Map.of("take", gathering.makeTake(projectId, asked.clips(), asked.name(), asked.card()));
    }

    @GetMapping("/api/projects/{projectId}/clips/{clipId}/still")
    @ResponseBody
    ResponseEntity<byte[]> still(@PathVariable Long projectId, @PathVariable Long clipId) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.noCache())
                .body(JpegWriter.encode(stills.of(clips.clip(projectId, clipId)), QUALITY));
    }
}
