package foldback.core.recipe.geometry;

import foldback.core.run.Verdict;
import java.util.List;

/**
 * What a solve of the rig found.
 *
 * @param algorithm version of what solved
 * @param reason of the verdict, for people
 * @param restRad by how much lenses disagree on their points, root mean square, radians
 * @param moments take times whose pictures were compared, seconds; none where points were given
 * @param meetingMetres a proposal for the distance at which the seams meet, from the points' parallax; infinite where all is far
 * @param points content hash of the points that it was solved from
 * @param pairs what each two lenses say
 * @param lenses how well each one's numbers are decided
 */
public record RigMeasure(
        int algorithm,
        Verdict verdict,
        String reason,
        double restRad,
        List<Double> moments,
        double meetingMetres,
        String points,
        List<RigPair> pairs,
        List<LensDoubt> lenses) {

    public RigMeasure {
        moments = List.copyOf(moments);
        pairs = List.copyOf(pairs);
        lenses = List.copyOf(lenses);
    }
}
