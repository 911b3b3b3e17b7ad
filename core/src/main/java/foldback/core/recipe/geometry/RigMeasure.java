package foldback.core.recipe.geometry;

import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import java.util.List;
import java.util.Optional;

/**
 * What a solve of the rig found.
 *
 * @param algorithm version of what solved
 * @param reasons of the verdict
 * @param residualRad by how much lenses disagree on their points, root mean square, radians
 * @param expected what the rig is off by; of solves before that was told, nothing
 * @param moments take times whose pictures were compared, seconds; none where points were given
 * @param meetingMetres a proposal for the distance at which the seams meet, from the points' parallax; infinite where all is far
 * @param points content hash of the points that it was solved from
 * @param pairs what each two lenses say
 * @param lenses how well each one's numbers are decided
 */
public record RigMeasure(
        int algorithm,
        Verdict verdict,
        List<Reason> reasons,
        double residualRad,
        Optional<ExpectedMismatch> expected,
        List<Double> moments,
        double meetingMetres,
        String points,
        List<RigPair> pairs,
        List<LensDoubt> lenses) {

    public RigMeasure {
        moments = List.copyOf(moments);
        reasons = List.copyOf(reasons);
        pairs = List.copyOf(pairs);
        lenses = List.copyOf(lenses);
    }

    /** Why, in sentences. */
    public String reason() {
        return Judgement.sentences(reasons);
    }
}
