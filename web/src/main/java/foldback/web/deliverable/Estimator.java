package foldback.web.deliverable;

import foldback.engine.document.spec.RenderSpec;
import foldback.web.FoldbackProperties;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Says before the start how large a deliverable will be and how long it will take, by those that were made before. */
@Component
class Estimator {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Bits that x264 spends on a pixel of a frame at quality 20 where nothing was made before; a step of 6 halves them. */
    private static final double BITS_A_PIXEL = 0.10;
    /** What its kinds take at full detail; calm pictures take less. */
    private static final double PRORES_BITS_A_PIXEL = 2.4;

    private static final double HQ_BITS_A_PIXEL = 3.6;
    /** Images keep all noise: those of the simulated saltworks, which has little, take two thirds of these. */
    private static final double PNG_BITS_A_PIXEL = 10;

    private static final double DEEP_PNG_BITS_A_PIXEL = 23;
    private static final double TIFF_BITS_A_PIXEL = 12;
    private static final double DEEP_TIFF_BITS_A_PIXEL = 25;
    private static final double EXR_BITS_A_PIXEL = 23;

    private static final String BY_MADE = "by what was made of this take before";

    private static final int AT_QUALITY = 20;
    /** A bit rate that is less than a file of this quality takes is said to be too low. */
    private static final int LEAST_QUALITY = 30;

    private static final double HALVES = 6;
    private final DeliverableRepository rows;
    private final FoldbackProperties properties;

    Estimator(DeliverableRepository rows, FoldbackProperties properties) {
        this.rows = rows;
        this.properties = properties;
    }

    /**
     * What is to be expected.
     *
     * @param seconds of work; negative where none of its preset was made before
     * @param free bytes on the disk
     * @param basis where the size comes from, for people
     * @param warnings what will be wrong with it, a sentence each
     */
    record Estimate(long bytes, double seconds, long free, String basis, List<String> warnings) {
        /** The same with more that will be wrong. */
        Estimate warning(List<String> more) {
            return new Estimate(bytes, seconds, free, basis, joined(warnings, more));
        }

        /** Of both together. */
        Estimate and(Estimate other) {
            return new Estimate(
                    bytes + other.bytes,
                    seconds < 0 || other.seconds < 0 ? -1 : seconds + other.seconds,
                    free,
                    basis.equals(other.basis) ? basis : "by what each is",
                    joined(warnings, other.warnings));
        }

        private static List<String> joined(List<String> some, List<String> more) {
            return Stream.concat(some.stream(), more.stream()).distinct().toList();
        }
    }

    /** A finished deliverable and its spec. */
    private record Made(Deliverable row, RenderSpec spec) {
        double pixels() {
            return pixelsOf(spec) * row.framesTotal();
        }

        double bytes() {
            return JSON.readTree(row.verified()).path("bytes").asDouble();
        }
    }

    Estimate of(Long takeId, RenderSpec spec, long frames, double rate) {
        List<Made> done = rows.findAllByOrderByIdDesc().stream()
                .filter(row -> row.state() == Deliverable.State.DONE && row.verified() != null)
                .map(row -> new Made(row, RenderSpec.read(row.spec())))
                .toList();
        double pixels = pixelsOf(spec) * frames;
        try {
            long free = Files.getFileStore(Files.createDirectories(properties.deliverables()))
                    .getUsableSpace();
            double seconds = done.stream()
                    .filter(finished -> finished.row().framesPerSecond() > 0 && alike(finished.spec(), spec))
                    .mapToDouble(finished -> pixels / (finished.row().framesPerSecond() * pixelsOf(finished.spec())))
                    .findFirst()
                    .orElse(-1);
            if (!spec.codec().isRated()) {
                OptionalDouble made = done.stream()
                        .filter(finished -> finished.row().takeId().equals(takeId)
                                && finished.spec().codec() == spec.codec()
                                && finished.spec().bits() == spec.bits())
                        .mapToDouble(finished -> 8.0 * finished.bytes() / finished.pixels())
                        .findFirst();
                return new Estimate(
                        Math.round(made.orElse(bitsAPixel(spec)) * pixels / 8),
                        seconds,
                        free,
                        made.isPresent() ? BY_MADE : "by its codec",
                        List.of());
            }
            OptionalDouble known = done.stream()
                    .filter(finished -> finished.row().takeId().equals(takeId))
                    .filter(finished -> finished.spec().coding().crf().isPresent()
                            && finished.spec().codec() == spec.codec())
                    .mapToDouble(finished -> 8.0
                            * finished.bytes()
                            / finished.pixels()
                            * halved(spec.coding().crf().orElse(LEAST_QUALITY)
                                    - finished.spec().coding().crf().get()))
                    .findFirst();
            int quality = spec.coding().crf().orElse(LEAST_QUALITY);
            double bits = known.orElse(BITS_A_PIXEL * halved(quality - AT_QUALITY));
            if (spec.coding().bitRateKbps().isPresent()) {
                double asked = spec.coding().bitRateKbps().get() * 1000.0;
                List<String> low = asked < bits * pixelsOf(spec) * rate
                        ? List.of(low(spec, bits * pixelsOf(spec) * rate / 1000))
                        : List.of();
                return new Estimate(Math.round(asked / 8 * frames / rate), seconds, free, "by its bit rate", low);
            }
            String basis = known.isPresent() ? BY_MADE : "rough, nothing was made of this take yet";
            return new Estimate(Math.round(bits * pixels / 8), seconds, free, basis, List.of());
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    private static String low(RenderSpec spec, double wantedKbps) {
        return String.format(
                Locale.ROOT,
                "%d kb/s are too few for %d x %d: blocks and smears will show. Take about %.0f kb/s or more, or choose a quality.",
                spec.coding().bitRateKbps().orElseThrow(),
                spec.width(),
                spec.height(),
                Math.ceil(wantedKbps / 500) * 500);
    }

    /** Of codecs that have neither quality nor bit rate. */
    private static double bitsAPixel(RenderSpec spec) {
        return switch (spec.codec()) {
            case PRORES_422 -> PRORES_BITS_A_PIXEL;
            case PRORES_422_HQ -> HQ_BITS_A_PIXEL;
            case PNG -> spec.bits() == 8 ? PNG_BITS_A_PIXEL : DEEP_PNG_BITS_A_PIXEL;
            case TIFF -> spec.bits() == 8 ? TIFF_BITS_A_PIXEL : DEEP_TIFF_BITS_A_PIXEL;
            case EXR -> EXR_BITS_A_PIXEL;
            case H264, H265, AV1 -> throw new IllegalStateException(spec.codec() + " has a rate");
        };
    }

    private static double halved(double qualitySteps) {
        return Math.pow(0.5, qualitySteps / HALVES);
    }

    private static boolean alike(RenderSpec one, RenderSpec other) {
        return one.coding().preset().equals(other.coding().preset())
                && one.codec() == other.codec()
                && one.layout().shape() == other.layout().shape()
                && one.kernel() == other.kernel()
                && one.colours() == other.colours();
    }

    private static double pixelsOf(RenderSpec spec) {
        return (double) spec.width() * spec.height();
    }
}
