package foldback.web;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.env.Environment;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * The whole application with a real MariaDB, started once for all test classes of a run; a test takes it as a
 * parameter. Spring's own test extension needs a newer JUnit, so the tests talk to the application from outside.
 */
public final class RunningApplication implements ParameterResolver, AfterAllCallback {

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == Server.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        return context.getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent(Server.class, key -> Server.start(), Server.class);
    }

    /** Whatever a test class did, every recipe that it left in the database keeps to the schema. */
    @Override
    public void afterAll(ExtensionContext context) {
        Server server =
                context.getRoot().getStore(ExtensionContext.Namespace.GLOBAL).get(Server.class, Server.class);
        if (server != null) {
            server.recipes.check(server.bean(JdbcTemplate.class));
        }
    }

    /** The running parts. */
    static final class Server implements AutoCloseable {
        final MariaDbServer database;
        final Path home;
        private final ConfigurableApplicationContext pages;
        private final StoredRecipes recipes = new StoredRecipes();
        private Process shared;
        private int blocks;

        private Server(MariaDbServer database, Path home, ConfigurableApplicationContext pages) {
            this.database = database;
            this.home = home;
            this.pages = pages;
        }

        static Server start() {
            try {
                Path home = Files.createTempDirectory("foldback-test");
                Files.createDirectory(home.resolve("footage"));
                return start(new MariaDbServer(Files.createDirectory(home.resolve("db"))), home);
            } catch (Exception failed) {
                throw new IllegalStateException("the application did not start", failed);
            }
        }

        /** One with a database of its own. */
        static Server start(MariaDbServer database, Path home) {
            // What is logged goes to a file: the thousands of lines of failures that are meant hide what was not, and
            // the
            // channel on which tests are reported was lost under them.
            String[] options = options(
                    database,
                    home,
                    "--logging.threshold.console=OFF",
                    "--logging.file.name=" + home.resolve("pages.log"));
            return new Server(database, home, FoldbackApplication.start(Map.of(), options));
        }

        static String[] options(MariaDbServer database, Path home, String... more) {
            String[] own = {
                "--server.port=0",
                "--FOLDBACK_DB_PORT=" + database.port(),
                "--FOLDBACK_DB_PASSWORD=" + MariaDbServer.PASSWORD,
                "--foldback.home=" + home,
                "--foldback.footage[0]=" + home.resolve("footage"),
                "--foldback.demo=true",
                "--foldback.demo-folder=" + demo(home)
            };
            String[] all = java.util.Arrays.copyOf(own, own.length + more.length);
            System.arraycopy(more, 0, all, own.length, more.length);
            return all;
        }

        /** The demo but for the take of six lenses, whose proxies take longer than those of all others. */
        private static Path demo(Path home) {
            Path demo = home.resolve("demo");
            try (Stream<Path> takes =
                    Files.list(Path.of("..", "demo").toAbsolutePath().normalize())) {
                Files.createDirectories(demo);
                for (Path take : takes.filter(Files::isDirectory).toList()) {
                    Path link = demo.resolve(take.getFileName());
                    if (!link.endsWith("among-the-rakers") && !Files.exists(link)) {
                        Files.createSymbolicLink(link, take);
                    }
                }
                return demo;
            } catch (IOException failed) {
                throw new UncheckedIOException(failed);
            }
        }

        /** The folder that the server was given for clips that are used where they lie. */
        Path footage() {
            return home.resolve("footage");
        }

        URI uri(String path) {
            return URI.create("http://127.0.0.1:" + port() + path);
        }

        int port() {
            return bean(Environment.class).getRequiredProperty("local.server.port", Integer.class);
        }

        <T> T bean(Class<T> type) {
            return pages.getBean(type);
        }

        /**
         * A worker for as long as a block lasts, which may lie in another one: one process for the whole run, since starting one
         * takes ten seconds; it is halted in between.
         */
        Worker worker() throws Exception {
            if (shared == null || !shared.isAlive()) {
                shared = startWorker();
                blocks = 0;
            }
            Worker worker = new Worker(shared, ended -> {
                blocks--;
                if (blocks == 0) {
                    haltBetweenTransactions(ended);
                }
            });
            worker.resume();
            blocks++;
            return worker;
        }

        /** One that is halted within a transaction would keep its rows from all others for a minute. */
        private void haltBetweenTransactions(Worker worker) {
            Awaitility.await().atMost(Patience.LONG).until(() -> {
                worker.halt();
                if (noTransactionIsOpen()) {
                    return true;
                }
                worker.resume();
                return false;
            });
        }

        /** Nor is one while the database is away. Those of the pages end by themselves. */
        private boolean noTransactionIsOpen() {
            try {
                return Integer.valueOf(0)
                        .equals(bean(JdbcTemplate.class)
                                .queryForObject("SELECT COUNT(*) FROM information_schema.innodb_trx", Integer.class));
            } catch (DataAccessException away) {
                return true;
            }
        }

        /** Starts a worker process of its own, as an installation does. */
        Process startWorker() throws Exception {
            return startWorker(List.of());
        }

        /**
         * The same through a command that runs another one.
         *
         * @param more options of the worker beside the usual ones
         */
        Process startWorker(List<String> through, String... more) throws Exception {
            List<String> command = new ArrayList<>(through);
            command.addAll(List.of(
                    Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "-Xmx600m",
                    "-cp",
                    System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                    "foldback.web.FoldbackApplication",
                    "--foldback.role=worker"));
            command.addAll(List.of(options(database, home, more)));
            return new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.appendTo(
                            home.resolve("worker.log").toFile()))
                    .start();
        }

        @Override
        public void close() throws Exception {
            if (shared != null) {
                new Worker(shared).close();
            }
            pages.close();
            database.stop();
        }
    }
}
