package foldback.engine.proxy;

import foldback.core.picture.Frame;
import foldback.media.MediaException;
import foldback.media.library.Library;

/** Decodes single frames of proxies. Safe for many threads. */
public sealed interface ProxyDecoders extends AutoCloseable permits LibraryDecoders, ProgramDecoders {

    /** In the process where the platform has a library for it, else by FFmpeg's program. */
    static ProxyDecoders available() {
        return Library.isThere() ? new LibraryDecoders() : new ProgramDecoders();
    }

    /**
     * Decodes a frame of a proxy.
     *
     * @throws MediaException where the proxy cannot be read; it may be deleted and made again
     */
    Frame frame(Proxy proxy, int number);

    @Override
    void close();
}
