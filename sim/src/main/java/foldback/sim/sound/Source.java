package foldback.sim.sound;

/** Something that sounds during a take; the same for all who hear it. */
public interface Source {
    /** Adds what an ear hears of it. */
    void soundIn(Ear ear);
}
