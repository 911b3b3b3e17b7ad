package foldback.media.library;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_ID_H264;
import static org.bytedeco.ffmpeg.global.avcodec.AV_INPUT_BUFFER_PADDING_SIZE;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_decoder;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_flush_buffers;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_frame;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_packet;
import static org.bytedeco.ffmpeg.global.avutil.AVERROR_EOF;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_pix_fmt_desc_get;
import static org.bytedeco.ffmpeg.presets.avutil.AVERROR_EAGAIN;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVPixFmtDescriptor;
import org.bytedeco.javacpp.BytePointer;

/**
 * Decodes pictures of a bare H.264 stream (ITU-T H.264, Annex B), from a key picture on; stays warm from one group to the next. For one
 * thread at a time.
 */
public final class StreamDecoder implements AutoCloseable {
    private static final byte[] PADDING = new byte[AV_INPUT_BUFFER_PADDING_SIZE];

    private final AVCodecContext context;
    private final AVPacket packet;
    private final AVFrame picture;
    private BytePointer input = new BytePointer();

    /** @throws IOException where the library refuses to begin */
    public StreamDecoder() throws IOException {
        AVCodec codec = avcodec_find_decoder(AV_CODEC_ID_H264);
        if (codec == null) {
            throw new IOException("the library has no decoder for H.264");
        }
        context = avcodec_alloc_context3(codec);
        packet = av_packet_alloc();
        picture = av_frame_alloc();
        // Several lenses are decoded at the same time already.
        context.thread_count(1);
        if (avcodec_open2(context, codec, (AVDictionary) null) < 0) {
            close();
            throw new IOException("the library's decoder for H.264 could not be opened");
        }
    }

    /**
     * Decodes pictures and gives the last.
     *
     * @param coded pictures one behind the other, the first a key picture
     * @param starts where in {@code coded} each begins
     * @param frame filled with the last picture
     * @throws IOException where that did not come out, or is of another size or depth
     */
    public void decodeLast(byte[] coded, int[] starts, Frame frame) throws IOException {
        int shown = 0;
        avcodec_flush_buffers(context);
        for (int i = 0; i < starts.length; i++) {
            int end = i + 1 < starts.length ? starts[i + 1] : coded.length;
            load(coded, starts[i], end - starts[i]);
            check(avcodec_send_packet(context, packet));
            shown += receive(frame, starts.length - shown);
        }
        check(avcodec_send_packet(context, (AVPacket) null));
        shown += receive(frame, starts.length - shown);
        if (shown != starts.length) {
            throw new IOException("of " + starts.length + " pictures " + shown + " came out");
        }
    }

    private void load(byte[] coded, int from, int length) {
        int needed = length + PADDING.length;
        if (input.capacity() < needed) {
            input.close();
            input = new BytePointer(2L * needed);
        }
        input.position(0).put(coded, from, length);
        input.position(length).put(PADDING, 0, PADDING.length).position(0);
        packet.data(input);
        packet.size(length);
    }

    /** Takes what is there; copies the picture that is the last of all. */
    private int receive(Frame frame, int left) throws IOException {
        int count = 0;
        while (true) {
            int code = avcodec_receive_frame(context, picture);
            if (code == AVERROR_EAGAIN() || code == AVERROR_EOF()) {
                return count;
            }
            check(code);
            count++;
            if (count == left) {
                copy(frame);
            }
        }
    }

    private void copy(Frame frame) throws IOException {
        if (picture.width() != frame.width() || picture.height() != frame.height()) {
            throw new IOException("its pictures are " + picture.width() + " x " + picture.height() + ", "
                    + frame.width() + " x " + frame.height() + " were expected");
        }
        AVPixFmtDescriptor layout = av_pix_fmt_desc_get(picture.format());
        if (layout.comp(0).depth() != frame.format().bits()
                || layout.log2_chroma_w() != frame.format().chromaShiftX()
                || layout.log2_chroma_h() != frame.format().chromaShiftY()) {
            throw new IOException(
                    "its pictures are " + layout.name().getString() + ", " + frame.format() + " was expected");
        }
        Plane[] planes = {frame.y(), frame.u(), frame.v()};
        for (int i = 0; i < planes.length; i++) {
            int stride = picture.linesize(i);
            ByteBuffer samples = new BytePointer(picture.data(i))
                    .capacity((long) stride * planes[i].height())
                    .asByteBuffer()
                    .order(ByteOrder.LITTLE_ENDIAN);
            copy(samples, stride, planes[i]);
        }
    }

    private static void copy(ByteBuffer samples, int stride, Plane plane) {
        for (int row = 0; row < plane.height(); row++) {
            int at = plane.offset() + row * plane.stride();
            samples.position(row * stride);
            if (plane instanceof BytePlane bytes) {
                samples.get(bytes.data(), at, plane.width());
            } else if (plane instanceof ShortPlane shorts) {
                samples.slice().order(ByteOrder.LITTLE_ENDIAN).asShortBuffer().get(shorts.data(), at, plane.width());
            }
        }
    }

    private static void check(int code) throws IOException {
        if (code < 0) {
            throw new IOException("the decoder refused a picture, error " + code);
        }
    }

    @Override
    public void close() {
        avcodec_free_context(context);
        av_packet_free(packet);
        av_frame_free(picture);
        input.close();
    }
}
