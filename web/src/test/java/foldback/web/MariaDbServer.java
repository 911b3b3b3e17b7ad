package foldback.web;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.awaitility.Awaitility;

/** A real MariaDB in a folder of its own, for the tests; can be stopped and started again on the same data. */
final class MariaDbServer {
    static final String PASSWORD = "test-only";
    private final Path folder;
    private final List<String> more;
    private final int port;
    private Process process;

    MariaDbServer(Path folder, String... more) throws IOException, InterruptedException {
        this.folder = folder;
        this.more = List.of(more);
        this.port = freePort();
        Process install = new ProcessBuilder(
                        "mariadb-install-db",
                        "--no-defaults",
                        "--user=" + System.getProperty("user.name"),
                        "--datadir=" + folder.resolve("data"),
                        "--auth-root-authentication-method=normal",
                        "--skip-test-db",
                        "--skip-name-resolve")
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("install.log").toFile())
                .start();
        if (install.waitFor() != 0) {
            throw new IOException("mariadb-install-db failed:\n" + Files.readString(folder.resolve("install.log")));
        }
        Files.writeString(folder.resolve("init.sql"), """
                CREATE DATABASE IF NOT EXISTS foldback CHARACTER SET utf8mb4;
                CREATE USER IF NOT EXISTS 'foldback'@'127.0.0.1' IDENTIFIED BY '%s';
                GRANT ALL ON foldback.* TO 'foldback'@'127.0.0.1';
                GRANT PROCESS ON *.* TO 'foldback'@'127.0.0.1';
                """.formatted(PASSWORD));
        start();
    }

    int port() {
        return port;
    }

    Process process() {
        return process;
    }

    void start() throws IOException {
        List<String> command = new ArrayList<>(List.of(
                Files.isExecutable(Path.of("/usr/sbin/mariadbd")) ? "/usr/sbin/mariadbd" : "mariadbd",
                "--no-defaults",
                "--user=" + System.getProperty("user.name"),
                "--datadir=" + folder.resolve("data"),
                "--socket=" + folder.resolve("s"),
                "--port=" + port,
                "--bind-address=127.0.0.1",
                "--skip-name-resolve",
                "--character-set-server=utf8mb4",
                "--skip-log-bin",
                // Commits outlive the server's death, not the machine's: that is not tested, and syncing would slow
                // every test.
                "--innodb-flush-log-at-trx-commit=2",
                "--init-file=" + folder.resolve("init.sql")));
        command.addAll(more);
        process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("server.log").toFile())
                .start();
        Awaitility.await().atMost(Patience.LONG).until(this::answers);
    }

    void stop() throws InterruptedException {
        process.destroy();
        if (!process.waitFor(20, TimeUnit.SECONDS)) {
            process.destroyForcibly().waitFor();
        }
    }

    /** Ends the server without a word, as a crash does. */
    void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    private boolean answers() {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress("127.0.0.1", port), 200);
            return socket.getInputStream().read() >= 0;
        } catch (IOException notYet) {
            return false;
        }
    }

    static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
