package foldback.core.rig;

import foldback.core.lens.Lens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;

/**
 * A lens in its place.
 *
 * @param slot its letter
 * @param rigFromLens where it points
 * @param pupil where its entrance pupil is in the rig, metres
 * @param eye the one that its picture is for
 */
public record RigLens(String slot, Lens lens, Rotation rigFromLens, Position pupil, Eye eye) {

    public RigLens {
        if (!slot.matches("[A-Z][A-Z0-9]?")) {
            throw new IllegalArgumentException("a slot is a capital letter, or two signs: '" + slot + "'");
        }
    }

    /** A lens for both eyes. */
    public RigLens(String slot, Lens lens, Rotation rigFromLens, Position pupil) {
        this(slot, lens, rigFromLens, pupil, Eye.BOTH);
    }

    public RigLens withLens(Lens changed) {
        return new RigLens(slot, changed, rigFromLens, pupil, eye);
    }

    public RigLens withRotation(Rotation turned) {
        return new RigLens(slot, lens, turned, pupil, eye);
    }

    public RigLens withPupil(Position moved) {
        return new RigLens(slot, lens, rigFromLens, moved, eye);
    }

    public RigLens withEye(Eye served) {
        return new RigLens(slot, lens, rigFromLens, pupil, served);
    }

    /**
     * The same lens for another picture size of equal aspect.
     *
     * @throws IllegalArgumentException where the aspect differs
     */
    public RigLens scaledTo(int width, int height) {
        return withLens(lens.scaledTo(width, height));
    }
}
