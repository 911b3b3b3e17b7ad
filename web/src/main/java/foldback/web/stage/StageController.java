package foldback.web.stage;

import foldback.engine.document.Asked;
import foldback.engine.stage.Lane;
import foldback.engine.stage.Stage;
import foldback.engine.stage.Stages;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Every stage of a take, in one way. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class StageController {
    private final StageOrders jobs;
    private final Through through;
    private final StageLanes lanes;
    private final Giving giving;
    private final Recipes recipes;

    StageController(StageOrders jobs, Through through, StageLanes lanes, Giving giving, Recipes recipes) {
        this.jobs = jobs;
        this.through = through;
        this.lanes = lanes;
        this.giving = giving;
        this.recipes = recipes;
    }

    @PostMapping("/work")
    Through.Status workThrough(@PathVariable Long takeId) {
        return through.start(takeId);
    }

    @GetMapping("/work")
    Through.Status worked(@PathVariable Long takeId) {
        return through.status(takeId);
    }

    @DeleteMapping("/work")
    Through.Status stopWork(@PathVariable Long takeId) {
        return through.cancel(takeId);
    }

    @PostMapping("/stages/{stage}/jobs/{job}")
    StageOrders.Status start(
            @PathVariable Long takeId,
            @PathVariable String stage,
            @PathVariable String job,
            @RequestParam int base,
            @RequestBody JsonNode order) {
        return jobs.start(takeId, stage, job, base, order);
    }

    @GetMapping("/stages/{stage}/job")
    StageOrders.Status status(@PathVariable Long takeId, @PathVariable String stage) {
        return jobs.status(takeId, stage);
    }

    /** Records a result that was offered, since what it was made from had changed. */
    @PostMapping("/stages/{stage}/job/use")
    StageOrders.Status use(@PathVariable Long takeId, @PathVariable String stage, @RequestParam int base) {
        return jobs.use(takeId, stage, base);
    }

    @DeleteMapping("/stages/{stage}/job")
    StageOrders.Status cancel(@PathVariable Long takeId, @PathVariable String stage) {
        return jobs.cancel(takeId, stage);
    }

    @GetMapping("/revisions/{number}/stages/{stage}/lane")
    Lane lane(@PathVariable Long takeId, @PathVariable int number, @PathVariable String stage) {
        Stage known = Stages.named(stage);
        return lanes.lane(known, recipes.revision(takeId, number).read());
    }

    @GetMapping("/others")
    List<Giving.Other> others(@PathVariable Long takeId) {
        return giving.others(takeId);
    }

    /** The takes that are given a stage. */
    record Others(List<Long> takes) {}

    @PostMapping("/revisions/{number}/stages/{stage}/give")
    List<Giving.Given> give(
            @PathVariable Long takeId,
            @PathVariable int number,
            @PathVariable String stage,
            @RequestBody Others others) {
        Stage known = Stages.named(stage);
        return giving.give(takeId, number, known, Asked.list(others.takes(), "takes"));
    }
}
