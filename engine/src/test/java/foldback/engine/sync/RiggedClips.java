package foldback.engine.sync;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.picture.BytePlane;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.ClipRef;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.time.FrameRate;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.FrameWriter;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.process.Children;
import foldback.sim.motion.CubeSphere;
import foldback.sim.motion.Shake;
import foldback.sim.motion.SmallCamera;
import foldback.sim.sound.Microphone;
import foldback.sim.sound.SoundScape;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/** Real files of a simulated rig: pictures of a shaken head in a painted sphere, and sound in any codec. */
public final class RiggedClips {
    public static final double RATE = 25;
    private static final int SIZE = 128;
    private static final SoundScape SOUNDS = SoundScape.withClaps(4.2, 6.1, 9.7);
    private final Path folder;
    private final Shake shake = new Shake(1.2, 0, 5);
    private final CubeSphere sphere = new CubeSphere(painted(), 200);

    public RiggedClips(Path folder) {
        this.folder = folder;
    }

    private static BytePlane painted() {
        BytePlane plane = new BytePlane(512, 256);
        SplittableRandom random = new SplittableRandom(8);
        for (int block = 0; block < 900; block++) {
            int left = random.nextInt(500);
            int top = random.nextInt(250);
            int level = 30 + random.nextInt(190);
            for (int y = top; y < Math.min(256, top + 4 + random.nextInt(24)); y++) {
                for (int x = left; x < Math.min(512, left + 30); x++) {
                    plane.set(x, y, level);
                }
            }
        }
        return plane;
    }

    /** How the head is turned at a time. */
    public Rotation turned(double seconds) {
        return shake.at(seconds);
    }

    /** A lens on it. */
    public static RigLens lens(String slot, double yaw) {
        return new RigLens(
                slot,
                FisheyeLens.equidistant(
                        new LensFrame(
                                SIZE,
                                SIZE,
                                SIZE / 2.0,
                                SIZE / 2.0,
                                Optional.of(new ImageCircle(SIZE / 2.0, SIZE / 2.0, SIZE / 2.0))),
                        Math.toRadians(190)),
                Rotation.ofYawPitchRoll(yaw, 0.1, yaw / 3),
                Position.ORIGIN);
    }

    /** A clip's pictures, without sound. */
    public Path pictures(String name, double start, double seconds, double yaw) {
        Path file = folder.resolve(name);
        RigLens lens = lens("A", yaw);
        SmallCamera camera = new SmallCamera(
                sphere, lens, SIZE, Math.toRadians(190), 0.012, 0.008, 1, 1, shake::at, time -> 1, name.hashCode());
        PixelFormat format = PixelFormat.YUV420_8;
        EncoderSettings settings = new EncoderSettings(
                SIZE,
                SIZE,
                new FrameRate(25, 1),
                format,
                ColourTags.BT709_LIMITED,
                "ultrafast",
                EncoderSettings.quality(16),
                1,
                25,
                VideoCodec.H264);
        try (FrameWriter writer = new FrameWriter(file, settings, 0)) {
            Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, SIZE, SIZE);
            BytePlane luma = (BytePlane) frame.y();
            byte[] chroma = ((BytePlane) frame.u()).data();
            java.util.Arrays.fill(chroma, (byte) 128);
            java.util.Arrays.fill(((BytePlane) frame.v()).data(), (byte) 128);
            for (int n = 0; n < seconds * RATE; n++) {
                camera.shoot(start + n / RATE, luma.data());
                writer.write(frame);
            }
            writer.finish();
        }
        return file;
    }

    /** What a microphone on the rig hears, as a WAV file. */
    Path sound(String name, double start, double seconds, double gain) throws Exception {
        short[] samples = SOUNDS.record(new Microphone(start, seconds, 2, 0, 0, 0.05, gain, name.hashCode()));
        return Files.write(folder.resolve(name), SoundScape.wave(samples));
    }

    /** A clip with a still picture and the sound of a file, by FFmpeg's arguments for the sound. */
    Path still(String name, double seconds, Path sound, String... arguments) throws Exception {
        Path file = folder.resolve(name);
        List<String> all = new ArrayList<>(List.of("-f", "lavfi", "-i", "color=gray:s=64x64:r=25:d=" + seconds));
        all.addAll(List.of("-i", sound.toString()));
        all.addAll(List.of("-map", "0:v", "-map", "1:a", "-c:v", "libx264", "-preset", "ultrafast"));
        all.addAll(List.of(arguments));
        all.add(file.toString());
        ffmpeg(all);
        return file;
    }

    /** A clip's pictures and a sound in one file. */
    Path joined(String name, Path pictures, Path sound) throws Exception {
        Path file = folder.resolve(name);
        ffmpeg(List.of(
                "-i", pictures.toString(), "-i", sound.toString(), "-c:v", "copy", "-c:a", "aac", file.toString()));
        return file;
    }

    static void ffmpeg(List<String> arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-nostdin", "-v", "error", "-y"));
        command.addAll(arguments);
        Children.Outcome outcome = Children.run(command);
        assertThat(outcome.code()).as(outcome.errors()).isZero();
    }

    /** An opened file as a source, at an offset. */
    static TakeSync.Source source(String slot, Path file, double offset) {
        ClipRef ref = new ClipRef(slot, file.getFileName().toString(), ContentHash.of(file), offset);
        return new TakeSync.Source(TakeClip.open(ref, file), Optional.empty());
    }
}
