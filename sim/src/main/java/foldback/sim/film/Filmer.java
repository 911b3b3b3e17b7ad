package foldback.sim.film;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.RectilinearLens;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.time.FrameRate;
import foldback.media.JpegWriter;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.FrameWriter;
import foldback.media.ffmpeg.Joiner;
import foldback.media.ffmpeg.SoundCut;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.log.LogTable;
import foldback.sim.film.TakePlan.Recording;
import foldback.sim.motion.LogRecorder;
import foldback.sim.sound.Microphone;
import foldback.sim.sound.SoundScape;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.ObjLongConsumer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Films a take into a folder, clips that are there already being kept: its clips with their sound, {@code truth.json}, and the true sphere at one moment. */
public final class Filmer {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int SPHERE_WIDTH = 1920;
    private static final double WIND = 0.16;

    private Filmer() {}

    /** @param news takes a line for each step */
    public static void film(TakePlan take, Path folder, Consumer<String> news) throws IOException {
        Files.createDirectories(folder);
        Studio still = new Studio(take.stand()).facing(take.facing());
        Studio studio = take.ride().map(still::riding).orElse(still);
        List<RigLens> lenses = take.rig().lenses();
        if (take.sideBySide()) {
            List<Sensor> sensors =
                    take.recordings().stream().map(Recording::sensor).toList();
            clip(take, take.name(), lenses, sensors, 0, studio, folder, news);
        } else {
            for (int i = 0; i < lenses.size(); i++) {
                String name = take.name() + "-" + lenses.get(i).slot().toLowerCase(Locale.ROOT);
                Sensor sensor = take.recordings().get(i).sensor();
                clip(take, name, List.of(lenses.get(i)), List.of(sensor), i, studio, folder, news);
            }
        }
        if (take.log().isPresent() && take.ride().isPresent()) {
            log(take, folder);
        }
        Frame sphere = studio.sphere(SPHERE_WIDTH, take.sphereSeconds(), PixelFormat.YUV420_8, take.seed());
        Files.write(folder.resolve("truth-sphere.jpg"), JpegWriter.encode(sphere, 0.95f));
        Files.writeString(
                folder.resolve("truth.json"),
                JSON.writerWithDefaultPrettyPrinter().writeValueAsString(truth(take)) + "\n");
        news.accept("truth written");
    }

    /** From before the clips to after them. */
    private static void log(TakePlan take, Path folder) throws IOException {
        LogRecorder recorder = take.log().orElseThrow();
        double seconds = take.recordings().stream()
                        .mapToDouble(clip -> clip.start() + clip.seconds())
                        .max()
                        .orElseThrow()
                - 2 * recorder.begins();
        String slot = take.rig().lenses().get(0).slot().toLowerCase(Locale.ROOT);
        try (Writer out = Files.newBufferedWriter(folder.resolve(take.name() + "-" + slot + ".csv"))) {
            LogTable.write(recorder.record(take.ride().orElseThrow(), seconds), out);
        }
    }

    private static void clip(
            TakePlan take,
            String name,
            List<RigLens> lenses,
            List<Sensor> sensors,
            int number,
            Studio studio,
            Path folder,
            Consumer<String> news)
            throws IOException {
        Path clip = folder.resolve(name + ".mp4");
        if (Files.exists(clip)) {
            news.accept(name + ": there already");
            return;
        }
        Recording recording = take.recordings().get(number);
        int frames = (int) Math.round(recording.seconds() * take.rate());
        Path video = folder.resolve(name + ".video.mp4");
        Path wave = folder.resolve(name + ".wav");
        Path sound = folder.resolve(name + ".sound.mp4");
        EncoderSettings settings = new EncoderSettings(
                lenses.get(0).lens().frame().width() * lenses.size(),
                lenses.get(0).lens().frame().height(),
                new FrameRate(take.rate(), 1),
                PixelFormat.YUV420_8,
                ColourTags.BT709_LIMITED,
                "slow",
                EncoderSettings.quality(take.quality()),
                2,
                take.rate(),
                VideoCodec.H264);
        double start = recording.start();
        long seed = take.seed() + number;
        try (FrameWriter writer = new FrameWriter(video, settings, 0)) {
            ObjLongConsumer<Frame> sink = (frame, n) -> {
                writer.write(frame);
                if (n % 25 == 0) {
                    news.accept(name + ": frame " + n + " of " + frames);
                }
            };
            PixelFormat format = PixelFormat.YUV420_8;
            studio.filmSideBySide(lenses, sensors, start, take.rate(), frames, format, seed, sink);
            writer.finish();
        }
        short[] samples = take.sounds()
                .record(new Microphone(
                        recording.start(),
                        recording.seconds(),
                        1.8 + 0.02 * number,
                        recording.muffled(),
                        0,
                        WIND,
                        1,
                        take.seed() + number));
        Files.write(wave, SoundScape.wave(samples));
        SoundCut.plain(wave, 0, 0, 1, recording.seconds()).writeAac(sound);
        Path whole = folder.resolve(name + ".part.mp4");
        Joiner.join(List.of(video), Optional.of(sound), VideoCodec.H264.container(), whole);
        Files.move(whole, clip);
        for (Path part : List.of(video, wave, sound)) {
            Files.delete(part);
        }
    }

    private static ObjectNode truth(TakePlan take) {
        ObjectNode root = JSON.createObjectNode();
        root.put("take", take.name())
                .put("seed", take.seed())
                .put("rate", take.rate())
                .put("sphere_seconds", take.sphereSeconds());
        Position stand = take.stand();
        root.putArray("stand_m").add(stand.x()).add(stand.y()).add(stand.z());
        ArrayNode claps = root.putArray("claps_seconds");
        for (double clap : take.sounds().claps()) {
            claps.add(clap);
        }
        take.log()
                .ifPresent(log -> root.putObject("motion_log")
                        .put("begins_seconds", log.begins())
                        .put("drift_ppm", log.driftPpm())
                        .put("rate", log.rate()));
        ArrayNode lenses = root.putArray("lenses");
        for (int i = 0; i < take.rig().lenses().size(); i++) {
            RigLens lens = take.rig().lenses().get(i);
            Recording recording = take.recordings().get(i);
            Sensor sensor = recording.sensor();
            ObjectNode node = lenses.addObject();
            node.put("slot", lens.slot())
                    .put("start_seconds", recording.start())
                    .put("seconds", recording.seconds());
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
            } else if (lens.lens() instanceof RectilinearLens flat) {
                node.put("focal_px", flat.focalPx());
                node.put("cx_px", flat.frame().cx()).put("cy_px", flat.frame().cy());
                node.put("k1", flat.k1()).put("k2", flat.k2());
            }
            node.put("exposure_stops", sensor.exposureStops());
            node.put("red_stops", sensor.redStops()).put("blue_stops", sensor.blueStops());
            node.put("vignette_stops", sensor.vignetteStops()).put("read_out_seconds", sensor.readOutSeconds());
        }
        return root;
    }
}
