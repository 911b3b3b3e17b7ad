package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.File;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The project's script: what it says and how it ends. Nothing here builds or starts anything. */
class ScriptTest {
    @TempDir
    private Path folder;

    private record Ended(int code, String out, String errors) {}

    private Ended run(String... arguments) throws Exception {
        return run(Map.of(), arguments);
    }

    private Ended run(Map<String, String> environment, String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("./foldback"));
        command.addAll(List.of(arguments));
        File out = folder.resolve("out").toFile();
        File errors = folder.resolve("errors").toFile();
        ProcessBuilder builder = new ProcessBuilder(command)
                .directory(new File(".."))
                .redirectOutput(out)
                .redirectError(errors);
        builder.environment().putAll(environment);
        int code = builder.start().waitFor();
        return new Ended(
                code,
                Files.readString(out.toPath(), StandardCharsets.UTF_8),
                Files.readString(errors.toPath(), StandardCharsets.UTF_8));
    }

    @Test
    void helpNamesEveryCommand() throws Exception {
        Ended help = run("--help");
        assertThat(help.code()).isZero();
        assertThat(help.out())
                .contains("setup", "demo", "start", "stop", "status", "test", "make", "probe")
                .contains("simulate", "measure", "speed");
        assertThat(help.errors()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"demo", "start", "stop", "status", "test"})
    void everyCommandExplainsItself(String command) throws Exception {
        Ended help = run(command, "--help");
        assertThat(help.code()).isZero();
        assertThat(help.out()).contains("Usage: ./foldback");
    }

    @Test
    void whatItDoesNotKnowIsRefusedWithAHint() throws Exception {
        Ended unknown = run("stitch");
        assertThat(unknown.code()).isEqualTo(2);
        assertThat(unknown.errors()).contains("unknown command 'stitch'");
        Ended option = run("demo", "--bogus");
        assertThat(option.code()).isEqualTo(2);
        assertThat(option.errors()).contains("unknown option '--bogus'").contains("--help");
        Ended missing = run("status", "--home");
        assertThat(missing.code()).isNotZero();
        assertThat(missing.errors()).contains("--home needs a folder");
    }

    @Test
    void anEmptyHomeRunsNothingAndStoppingItIsFine() throws Exception {
        Ended status = run("status", "--home", folder.toString());
        assertThat(status.code()).isZero();
        assertThat(status.out())
                .contains("db: not running", "pages: not running", "worker: not running")
                .doesNotContain("http");
        assertThat(run("stop", "--home", folder.toString()).code()).isZero();
    }

    /** A stand-in for Java that works for some seconds, and then answers as the pages do, or gives the worker's sign of life. */
    private Path slowJava(String work) throws Exception {
        Path folder = Files.createDirectories(this.folder.resolve("bin"));
        Path java = folder.resolve("java");
        Files.writeString(java, """
                #!/usr/bin/env bash
                %s
                case "$*" in
                  *role=worker*)
                    for option in "$@"; do [[ $option != --foldback.worker=* ]] || name=${option#*=}; done
                    touch "$FOLDBACK_HOME/run/$name.alive"; exec sleep 600 ;;
                  *) exec node -e 'require("http").createServer((q, a) => a.end("ok")).listen(+process.env.FOLDBACK_PORT, "127.0.0.1")' ;;
                esac
                """.formatted(work));
        Files.setPosixFilePermissions(java, PosixFilePermissions.fromString("rwxr-xr-x"));
        return folder;
    }

    private Ended start(Path home, String work, int port, int databasePort, String... more) throws Exception {
        Path java = slowJava(work);
        Path jar = folder.resolve("pages.jar");
        try (ZipOutputStream entries = new ZipOutputStream(Files.newOutputStream(jar))) {
            for (String migration : List.of("V2__two", "V11__eleven", "V9__nine")) {
                entries.putNextEntry(new ZipEntry("BOOT-INF/classes/db/migration/" + migration + ".sql"));
            }
        }
        List<String> command = new ArrayList<>(List.of(
                "start",
                "--home",
                home.toString(),
                "--port",
                Integer.toString(port),
                "--db-port",
                Integer.toString(databasePort)));
        command.addAll(List.of(more));
        return run(
                Map.of(
                        "PATH",
                        java + ":" + System.getenv("PATH"),
                        "FOLDBACK_WEB_JAR",
                        jar.toString(),
                        "FOLDBACK_PATIENCE",
                        "3"),
                command.toArray(String[]::new));
    }

    private static final String BUSY_SECONDS = "end=$((SECONDS + 8)); while [ $SECONDS -lt $end ]; do :; done";

    @Test
    void startWaitsAsLongAsThereIsProgressAndSaysForWhat() throws Exception {
        Path home = folder.resolve("slow");
        int port = MariaDbServer.freePort();
        int databasePort = MariaDbServer.freePort();
        Ended started = start(home, BUSY_SECONDS, port, databasePort);
        try {
            assertThat(started.errors()).contains("Creating a private database");
            assertThat(started.code()).as(started.errors()).isZero();
            assertThat(started.out()).contains("http://127.0.0.1:" + port);
            Ended status = run(
                    "status",
                    "--home",
                    home.toString(),
                    "--port",
                    Integer.toString(port),
                    "--db-port",
                    Integer.toString(databasePort));
            assertThat(status.out()).contains("db: running", "pages: running", "worker: running");
            Files.writeString(home.resolve("run/decoding"), "in the process\n");
            assertThat(states(home)).contains("frames of proxies are decoded in the process");
            nobodyComesIn(home, databasePort);
            Files.setLastModifiedTime(
                    home.resolve("run/worker.alive"),
                    FileTime.from(Instant.now().minusSeconds(90)));
            assertThat(run("status", "--home", home.toString(), "--port", Integer.toString(port))
                            .out())
                    .contains("worker: no sign of life since");
        } finally {
            run("stop", "--home", home.toString());
        }
    }

    /** The database belongs to the application alone. */
    private static void nobodyComesIn(Path home, int port) throws Exception {
        assertThat(Files.getPosixFilePermissions(home)).isEqualTo(PosixFilePermissions.fromString("rwx------"));
        assertThatThrownBy(() -> connect(port, "root", "")).isInstanceOf(SQLException.class);
        String password = Files.readString(home.resolve("db-password"));
        try (Connection own = connect(port, "foldback", password);
                Statement statement = own.createStatement()) {
            for (String forbidden : List.of(
                    "SELECT 1 INTO OUTFILE '/tmp/foldback-outfile'",
                    "SELECT * FROM mysql.global_priv",
                    "CREATE TABLE foldback.t (a TEXT)",
                    "LOAD DATA LOCAL INFILE '/etc/hostname' INTO TABLE foldback.t")) {
                if (forbidden.startsWith("CREATE")) {
                    statement.execute(forbidden);
                } else {
                    assertThatThrownBy(() -> statement.execute(forbidden))
                            .as(forbidden)
                            .isInstanceOf(SQLException.class);
                }
            }
        }
    }

    private static Connection connect(int port, String user, String password) throws SQLException {
        return DriverManager.getConnection(
                "jdbc:mariadb://127.0.0.1:" + port + "/?allowLocalInfile=true&connectTimeout=4000", user, password);
    }

    /**
     * A home whose database let root in without a password is closed at its next start, and what is stored in it is copied before
     * the pages bring it up to date.
     */
    @Test
    void homesOfEarlierVersionsAreCopiedAndClosed() throws Exception {
        Path home = Files.createDirectories(folder.resolve("earlier"));
        Files.writeString(home.resolve("db-password"), "earlier");
        Process install = new ProcessBuilder(
                        "mariadb-install-db",
                        "--no-defaults",
                        "--user=" + System.getProperty("user.name"),
                        "--datadir=" + home.resolve("db"),
                        "--auth-root-authentication-method=normal",
                        "--skip-test-db",
                        "--skip-name-resolve")
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("install").toFile())
                .start();
        assertThat(install.waitFor()).isZero();
        Path stored = Files.createDirectory(home.resolve("db/foldback")).resolve("db.opt");
        Files.writeString(stored, "default-character-set=utf8mb4\n");
        Files.createDirectory(home.resolve("db-before-9"));
        int databasePort = MariaDbServer.freePort();
        try {
            Ended first = start(home, "", MariaDbServer.freePort(), databasePort);
            assertThat(first.code()).as(first.errors()).isZero();
            assertThat(first.errors()).contains("Copying the database to " + home.resolve("db-before-11"));
            nobodyComesIn(home, databasePort);
        } finally {
            run("stop", "--home", home.toString());
        }
        assertThat(home.resolve("db-before-11/foldback/db.opt")).hasSameTextualContentAs(stored);
        assertThat(home.resolve("db-before-9")).doesNotExist();
        assertThat(home.resolve("db-schema")).hasContent("11");
        try {
            int port = MariaDbServer.freePort();
            assertThat(start(home, "", port, databasePort, "--workers", "3").errors())
                    .doesNotContain("Copying");
            assertThat(states(home)).contains("worker: running", "worker-2: running", "worker-3: running");
            // The number is remembered, and taken back.
            assertThat(start(home, "", port, databasePort).code()).isZero();
            assertThat(states(home)).contains("worker-3: running");
            assertThat(start(home, "", port, databasePort, "--workers", "2").code())
                    .isZero();
            assertThat(states(home)).contains("worker-2: running").doesNotContain("worker-3");
            Ended many = start(home, "", port, databasePort, "--workers", "many");
            assertThat(many.code()).isEqualTo(2);
            assertThat(many.errors()).contains("--workers: a number from 1 to 8 is wanted, not 'many'");
        } finally {
            run("stop", "--home", home.toString());
        }
    }

    private String states(Path home) throws Exception {
        return run("status", "--home", home.toString()).out();
    }

    @Test
    void startThatGetsNowhereEndsWhatItBegan() throws Exception {
        Path home = folder.resolve("stuck");
        int port = MariaDbServer.freePort();
        Ended ended = start(home, "exec sleep 600", port, MariaDbServer.freePort());
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.errors()).contains("the pages did not start").contains("pages.log");
        assertThat(run("status", "--home", home.toString()).out())
                .contains("db: not running", "pages: not running", "worker: not running");
    }
}
