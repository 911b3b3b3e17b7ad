package foldback.media.ffmpeg;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What a media file is.
 *
 * @param container the name FFmpeg gives the container
 * @param durationSeconds of the container; 0 if unknown
 * @param video the first video stream, if any
 * @param audio the audio streams
 * @param origin what the recorder wrote of itself
 */
public record MediaInfo(
        String container, double durationSeconds, Optional<Video> video, List<Audio> audio, Origin origin) {

    /**
     * What a recorder wrote of itself and of the moment; much of it is often missing or wrong.
     *
     * @param startedAt when the recording began, by the recorder's clock
     * @param device its make and model, or empty
     * @param timecode of the first frame, or empty
     * @param dataTracks tracks that are neither picture nor sound, such as a motion log
     */
    public record Origin(Optional<Instant> startedAt, String device, String timecode, int dataTracks) {}

    /**
     * A video stream.
     *
     * @param decodeFormat the name of the pixel layout in which frames are read
     * @param format that layout
     * @param tags what the code values mean
     * @param assumed what the file does not say and is taken for granted, a sentence each
     * @param frameRate average frames per second, as a fraction
     * @param rotation of the display matrix in degrees, anticlockwise; frames are read unrotated
     * @param projection the spherical projection the file is tagged with, if any
     * @param eyes how the file says that it holds two eyes' pictures, if it does
     */
    public record Video(
            String codec,
            int width,
            int height,
            String decodeFormat,
            PixelFormat format,
            ColourTags tags,
            List<String> assumed,
            String frameRate,
            double startSeconds,
            double durationSeconds,
            int rotation,
            Optional<String> projection,
            Optional<String> eyes) {

        /** The average rate as a number; 0 where the file does not say it. */
        public double framesPerSecond() {
            String[] parts = frameRate.split("/");
            double rate = parts.length == 2 ? Double.parseDouble(parts[0]) / Double.parseDouble(parts[1]) : 0;
            return Double.isFinite(rate) ? rate : 0;
        }

        /** The same stream scaled to another size. */
        public Video withSize(int newWidth, int newHeight) {
            return new Video(
                    codec,
                    newWidth,
                    newHeight,
                    decodeFormat,
                    format,
                    tags,
                    assumed,
                    frameRate,
                    startSeconds,
                    durationSeconds,
                    rotation,
                    projection,
                    eyes);
        }
    }

    /** A sound stream. */
    public record Audio(int index, String codec, int channels, int sampleRate, double startSeconds) {}
}
