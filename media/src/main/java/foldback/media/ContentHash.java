package foldback.media;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** The identity of a file by what is in it. */
public final class ContentHash {
    private ContentHash() {}

    /** SHA-256 of the whole file, in hexadecimal. */
    public static String of(Path file) {
        try (InputStream in = Files.newInputStream(file);
                DigestInputStream digesting = new DigestInputStream(in, sha256())) {
            byte[] buffer = new byte[1 << 16];
            while (digesting.read(buffer) >= 0) {
                // The stream digests what passes.
            }
            return HexFormat.of().formatHex(digesting.getMessageDigest().digest());
        } catch (IOException failed) {
            throw new MediaException(file, file.getFileName() + " cannot be read: " + failed.getMessage(), failed);
        }
    }

    /** SHA-256 of some text, in hexadecimal. */
    public static String ofText(String text) {
        return HexFormat.of().formatHex(sha256().digest(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException("every JDK has SHA-256", impossible);
        }
    }
}
