package foldback.sim.film;

import foldback.core.lens.FisheyeLens;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.RigLens;
import foldback.core.time.FrameRate;
import foldback.media.JpegWriter;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.FrameWriter;
import foldback.media.ffmpeg.Joiner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Films a take into a folder: a clip a lens with its sound, {@code truth.json}, and the true sphere at one moment. */
public final class Filmer {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int SPHERE_WIDTH = 1920;
    private static final double SPHERE_TIME = 2.0;

    private Filmer() {}

    /** @param news takes a line for each step */
    public static void film(TakePlan take, Path folder, Consumer<String> news) throws IOException {
        Files.createDirectories(folder);
        Studio studio = new Studio();
        for (int i = 0; i < take.rig().lenses().size(); i++) {
            clip(take, i, studio, folder, news);
        }
        Frame sphere = studio.sphere(SPHERE_WIDTH, SPHERE_TIME, PixelFormat.YUV420_8, take.seed());
        Files.write(folder.resolve("truth-sphere.jpg"), JpegWriter.encode(sphere, 0.95f));
        Files.writeString(
                folder.resolve("truth.json"),
                JSON.writerWithDefaultPrettyPrinter().writeValueAsString(truth(take)) + "\n");
        news.accept("truth written");
    }

    private static void clip(TakePlan take, int lens, Studio studio, Path folder, Consumer<String> news)
            throws IOException {
        RigLens rigLens = take.rig().lenses().get(lens);
        int frames = (int) Math.round(take.seconds() * take.rate());
        int width = rigLens.lens().frame().width();
        int height = rigLens.lens().frame().height();
        String name = take.name() + "-" + rigLens.slot().toLowerCase(java.util.Locale.ROOT);
        Path video = folder.resolve(name + ".video.mp4");
        Path wave = folder.resolve(name + ".wav");
        Path sound = folder.resolve(name + ".sound.mp4");
        EncoderSettings settings = new EncoderSettings(
                width,
                height,
                new FrameRate(take.rate(), 1),
                PixelFormat.YUV420_8,
                ColourTags.BT709_LIMITED,
                "slow",
                EncoderSettings.quality(take.quality()),
                2);
        try (FrameWriter writer = new FrameWriter(video, settings, 0)) {
            studio.film(
                    rigLens,
                    take.sensors().get(lens),
                    take.starts().get(lens),
                    take.rate(),
                    frames,
                    PixelFormat.YUV420_8,
                    take.seed() + lens,
                    (frame, n) -> {
                        writer.write(frame);
                        if (n % 25 == 0) {
                            news.accept(name + ": frame " + n + " of " + frames);
                        }
                    });
            writer.finish();
        }
        short[] samples = SoundScape.record(
                take.starts().get(lens),
                take.seconds(),
                1.8 + 0.02 * lens,
                take.muffled().get(lens),
                take.seed() + lens);
        Files.write(wave, SoundScape.wave(samples));
        Joiner.cutSound(wave, 0, 0, take.seconds(), sound);
        Joiner.join(List.of(video), Optional.of(sound), folder.resolve(name + ".mp4"));
        for (Path part : List.of(video, wave, sound)) {
            Files.delete(part);
        }
    }

    private static ObjectNode truth(TakePlan take) {
        ObjectNode root = JSON.createObjectNode();
        root.put("take", take.name())
                .put("seed", take.seed())
                .put("rate", take.rate())
                .put("seconds", take.seconds());
        root.put("rig_height_m", Studio.RIG_HEIGHT).put("sphere_seconds", SPHERE_TIME);
        ArrayNode claps = root.putArray("claps_seconds");
        for (double clap : SoundScape.CLAPS) {
            claps.add(clap);
        }
        ArrayNode lenses = root.putArray("lenses");
        for (int i = 0; i < take.rig().lenses().size(); i++) {
            RigLens lens = take.rig().lenses().get(i);
            Sensor sensor = take.sensors().get(i);
            ObjectNode node = lenses.addObject();
            node.put("slot", lens.slot()).put("start_seconds", take.starts().get(i));
            node.put("yaw_deg", Math.toDegrees(lens.rigFromLens().yaw()));
            node.put("pitch_deg", Math.toDegrees(lens.rigFromLens().pitch()));
            node.put("roll_deg", Math.toDegrees(lens.rigFromLens().roll()));
            node.putArray("pupil_m")
                    .add(lens.pupil().x())
                    .add(lens.pupil().y())
                    .add(lens.pupil().z());
            if (lens.lens() instanceof FisheyeLens fisheye) {
                node.put("focal_px", fisheye.focalPx());
                node.put("cx_px", fisheye.frame().cx())
                        .put("cy_px", fisheye.frame().cy());
                node.put("k1", fisheye.k1()).put("k2", fisheye.k2());
            }
            node.put("exposure_stops", sensor.exposureStops());
            node.put("red_stops", sensor.redStops()).put("blue_stops", sensor.blueStops());
            node.put("vignette_stops", sensor.vignetteStops()).put("read_out_seconds", sensor.readOutSeconds());
        }
        return root;
    }
}
