package foldback.engine.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.space.Rotation;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;

/** A track as a file has it: how many times there are, then each with its quaternion. */
final class TrackForm {
    private TrackForm() {}

    static void write(RotationTrack track, DataOutputStream out) throws IOException {
        out.writeInt(track.size());
        for (int i = 0; i < track.size(); i++) {
            Rotation turn = track.rotation(i);
            out.writeDouble(track.time(i));
            out.writeDouble(turn.w());
            out.writeDouble(turn.x());
            out.writeDouble(turn.y());
            out.writeDouble(turn.z());
        }
    }

    static RotationTrack read(DataInputStream in) throws IOException {
        int frames = in.readInt();
        double[] times = new double[frames];
        Rotation[] turns = new Rotation[frames];
        for (int i = 0; i < frames; i++) {
            times[i] = in.readDouble();
            turns[i] = new Rotation(in.readDouble(), in.readDouble(), in.readDouble(), in.readDouble());
        }
        return new RotationTrack(times, turns);
    }
}
