package foldback.web.disk;

import foldback.web.Role;
import java.util.Map;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** Disk housekeeping. */
@RestController
@Profile(Role.PAGES)
class DiskController {
    private final DiskUse disk;

    DiskController(DiskUse disk) {
        this.disk = disk;
    }

    @GetMapping("/api/disk")
    DiskUse.Report report() {
        return disk.report();
    }

    @PostMapping("/api/disk/{kind}/clean")
    Map<String, Long> clean(@PathVariable String kind) {
        return Map.of("freed", disk.clean(kind));
    }
}
