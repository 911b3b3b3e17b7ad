package foldback.core.sound;

import java.util.Arrays;

/**
 * How clearly a sound was recorded: how far what is loud in the band of voices stands above what is quiet there, and how much of it is clipped.
 * A microphone that is covered or turned away loses voices before it loses its own noise; wind and handling lie below the band.
 *
 * @param rangeDecibels from the quietest tenth of frames to the loudest twentieth, 300 Hz and above
 * @param clipped share of frames in which samples stand at full scale, 0 to 1
 */
public record SoundClarity(double rangeDecibels, double clipped) {
    private static final double FRAME_SECONDS = 0.02;
    private static final double LOWEST_HERTZ = 300;
    private static final double LOUD = 0.95;
    private static final double QUIET = 0.1;
    /** Nobody hears quieter: the step of 16 bits. */
    private static final double LEAST = 1;

    private static final int FULL = 32_200;
    /** So many samples in a row at full scale are no peak but a cut. */
    private static final int CUT = 3;
    /** What a sound that is clipped throughout is worse by. */
    private static final double CLIPPED_DECIBELS = 30;

    /** By which sounds of one take are put in order; larger is clearer. */
    public double score() {
        return rangeDecibels - CLIPPED_DECIBELS * clipped;
    }

    /** Of a sound; nothing stands out in one that is shorter than a few frames. */
    public static SoundClarity of(SoundTrack sound) {
        int length = (int) (FRAME_SECONDS * sound.rate());
        int frames = sound.samples().length / length;
        if (frames < 4) {
            return new SoundClarity(0, 0);
        }
        double[] levels = new double[frames];
        int cut = 0;
        HighPass filter = new HighPass(LOWEST_HERTZ, sound.rate());
        for (int frame = 0; frame < frames; frame++) {
            double energy = 0;
            int full = 0;
            boolean isCut = false;
            for (int i = frame * length; i < (frame + 1) * length; i++) {
                double heard = filter.next(sound.samples()[i]);
                energy += heard * heard;
                full = Math.abs(sound.samples()[i]) >= FULL ? full + 1 : 0;
                isCut |= full >= CUT;
            }
            levels[frame] = Math.sqrt(energy / length);
            cut += isCut ? 1 : 0;
        }
        Arrays.sort(levels);
        double loud = Math.max(LEAST, levels[(int) (LOUD * (frames - 1))]);
        double quiet = Math.max(LEAST, levels[(int) (QUIET * (frames - 1))]);
        return new SoundClarity(20 * Math.log10(loud / quiet), (double) cut / frames);
    }

    /** Butterworth's, of second order, by the bilinear transform. */
    private static final class HighPass {
        private final double gain;
        private final double back1;
        private final double back2;
        private double in1;
        private double in2;
        private double out1;
        private double out2;

        HighPass(double hertz, double rate) {
            double warped = StrictMath.tan(Math.PI * hertz / rate);
            double scale = 1 / (1 + StrictMath.sqrt(2) * warped + warped * warped);
            gain = scale;
            back1 = 2 * (warped * warped - 1) * scale;
            back2 = (1 - StrictMath.sqrt(2) * warped + warped * warped) * scale;
        }

        double next(double in) {
            double out = gain * (in - 2 * in1 + in2) - back1 * out1 - back2 * out2;
            in2 = in1;
            in1 = in;
            out2 = out1;
            out1 = out;
            return out;
        }
    }
}
