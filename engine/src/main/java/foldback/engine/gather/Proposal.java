package foldback.engine.gather;

import java.util.List;

/**
 * Clips that were probably filmed together.
 *
 * @param clips their numbers in the list that was looked at, in the order of the lenses
 * @param reason why, a sentence for people
 */
public record Proposal(List<Integer> clips, String reason) {

    public Proposal {
        clips = List.copyOf(clips);
    }
}
