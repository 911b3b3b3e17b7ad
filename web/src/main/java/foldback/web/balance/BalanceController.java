package foldback.web.balance;

import foldback.core.balance.SeamDifferences;
import foldback.core.rig.RigLens;
import foldback.engine.balance.BalanceLane;
import foldback.web.Role;
import foldback.web.job.TakeJobs;
import java.util.ArrayList;
import java.util.Arrays;
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

/** Evening a take's lenses out, and what is left. */
@RestController
@Profile(Role.PAGES)
@RequestMapping("/api/takes/{takeId}")
class BalanceController {
    private final BalanceJobs jobs;

    BalanceController(BalanceJobs jobs) {
        this.jobs = jobs;
    }

    /** A seam's difference over take time: seconds and stops. */
    record SeamCurve(String first, String second, List<double[]> points) {}

    /** Which share of a lens's picture is clipped in its clip, percent, over take time. */
    record LensCurve(String slot, List<double[]> points) {}

    /** The mean of all seams, each seam, and each lens. */
    record Curves(String unit, List<double[]> points, List<SeamCurve> seams, List<LensCurve> clipped) {}

    @PostMapping("/balance")
    TakeJobs.Status start(@PathVariable Long takeId, @RequestParam int base, @RequestBody BalanceOrder order) {
        return jobs.start(takeId, base, order);
    }

    @GetMapping("/balance")
    TakeJobs.Status status(@PathVariable Long takeId) {
        return jobs.status(takeId);
    }

    /** Records a result that was offered, since what it was made from had changed. */
    @PostMapping("/balance/use")
    TakeJobs.Status use(@PathVariable Long takeId, @RequestParam int base) {
        return jobs.use(takeId, base);
    }

    @DeleteMapping("/balance")
    TakeJobs.Status cancel(@PathVariable Long takeId) {
        return jobs.cancel(takeId);
    }

    /** A lens's red, green and blue at a spot, percent of full scale. */
    record SpotValue(String slot, double[] recorded, double[] corrected) {}

    /** What the lenses say at a spot of the canvas, given as shares of its width and height. */
    @GetMapping("/revisions/{number}/values")
    List<SpotValue> values(
            @PathVariable Long takeId,
            @PathVariable int number,
            @RequestParam double t,
            @RequestParam double x,
            @RequestParam double y) {
        if (!(x >= 0 && x <= 1 && y >= 0 && y <= 1)) {
            throw new IllegalArgumentException("'x' and 'y' are shares of the canvas, 0 to 1: " + x + ", " + y);
        }
        return jobs.values(takeId, number, t, x, y).stream()
                .map(value -> new SpotValue(value.slot(), percent(value.recorded()), percent(value.corrected())))
                .toList();
    }

    private static double[] percent(double[] signals) {
        return Arrays.stream(signals).map(signal -> 100 * signal).toArray();
    }

    /** Seconds that a frame of all lenses takes longer. */
    record NoiseTime(double secondsAFrame) {}

    @GetMapping("/revisions/{number}/noise-cost")
    NoiseTime noiseCost(@PathVariable Long takeId, @PathVariable int number) {
        return new NoiseTime(jobs.noiseCost(takeId, number));
    }

    @GetMapping("/revisions/{number}/lanes/balance")
    Curves lane(@PathVariable Long takeId, @PathVariable int number) {
        List<String> slots = jobs.recipe(takeId, number).showing().rig().lenses().stream()
                .map(RigLens::slot)
                .toList();
        BalanceLane.Lane lane = jobs.lane(takeId, number);
        List<SeamCurve> seams = new ArrayList<>();
        double[] squares = new double[lane.times().length];
        int[] counts = new int[squares.length];
        for (SeamDifferences.Seam seam : lane.differences().seams()) {
            List<double[]> points = new ArrayList<>();
            for (int t = 0; t < squares.length; t++) {
                double stops = seam.stops()[t];
                if (!Double.isNaN(stops)) {
                    points.add(new double[] {lane.times()[t], stops});
                    squares[t] += stops * stops;
                    counts[t]++;
                }
            }
            seams.add(new SeamCurve(slots.get(seam.first()), slots.get(seam.second()), points));
        }
        List<double[]> all = new ArrayList<>();
        for (int t = 0; t < squares.length; t++) {
            if (counts[t] > 0) {
                all.add(new double[] {lane.times()[t], Math.sqrt(squares[t] / counts[t])});
            }
        }
        List<LensCurve> clipped = new ArrayList<>();
        for (int i = 0; i < slots.size(); i++) {
            List<double[]> points = new ArrayList<>();
            for (int t = 0; t < lane.times().length; t++) {
                points.add(new double[] {lane.times()[t], 100 * lane.clipped()[i][t]});
            }
            clipped.add(new LensCurve(slots.get(i), points));
        }
        return new Curves("stops", all, seams, clipped);
    }
}
