package foldback.sim.sound;

/**
 * A recorder's ear.
 *
 * @param start take time of its first sample, seconds
 * @param seconds that it records, by its own clock
 * @param distance from what sounds, metres
 * @param muffled 0 for an open microphone, towards 1 for one in a pocket
 * @param ppm by how much its second is longer than the take's, parts per million
 * @param wind level of its own wind
 * @param gain before full scale; above 1 loud sounds are clipped
 * @param seed of its wind
 */
public record Microphone(
        double start,
        double seconds,
        double distance,
        double muffled,
        double ppm,
        double wind,
        double gain,
        long seed) {}
