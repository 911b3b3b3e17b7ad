package foldback.web.rig;

import foldback.web.Role;
import foldback.web.job.TakeJobs;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Solving a take's rig. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}/rig")
class RigController {
    private final RigJobs jobs;

    RigController(RigJobs jobs) {
        this.jobs = jobs;
    }

    @PostMapping
    TakeJobs.Status start(@PathVariable Long takeId, @RequestParam int base, @RequestBody RigOrder order) {
        return jobs.start(takeId, base, order);
    }

    @GetMapping
    TakeJobs.Status status(@PathVariable Long takeId) {
        return jobs.status(takeId);
    }

    /** Records a result that was offered, since what it was made from had changed. */
    @PostMapping("/use")
    TakeJobs.Status use(@PathVariable Long takeId, @RequestParam int base) {
        return jobs.use(takeId, base);
    }

    @DeleteMapping
    TakeJobs.Status cancel(@PathVariable Long takeId) {
        return jobs.cancel(takeId);
    }
}
