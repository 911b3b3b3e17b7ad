package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.time.TimeSpan;
import java.nio.file.Files;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import javax.sql.DataSource;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A worker that hangs between a change and its commit holds rows that the whole queue needs. */
@ExtendWith(RunningApplication.class)
class HungTransactionTest {
    private static final int PATIENCE_SECONDS = 5;

    @Test
    void theQueueGoesOnAndTheHungRenderEndsWhenItsWorkerWakes(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        QueuedRender render = order(api, take, "Hung in a transaction", 1920, new TimeSpan(0, 4));
        try (Worker hung = new Worker(server.startWorker(List.of(), impatientDatabase(server)))) {
            render.awaitFrames(5);
            haltInsideATransaction(hung, server, render.id());
            assertThatThrownBy(() -> lock(server, render.id()).close())
                    .as("the row of the hung worker's render, locked by another")
                    .isInstanceOf(SQLException.class)
                    .hasMessageContaining("Lock wait timeout");
            QueuedRender other = order(api, take, "Behind it", 128, new TimeSpan(0, 0.4));
            try (Worker second = server.worker()) {
                other.await("done");
                assertThat(render.state()).isEqualTo("working");
                hung.resume();
                render.await("done");
            }
        }
        assertThat(Files.readString(server.home.resolve("worker.log"))).contains("progress could not be told");
    }

    @Test
    void everySessionHasTheLimit(RunningApplication.Server server) throws Exception {
        try (Connection session = server.bean(DataSource.class).getConnection();
                Statement statement = session.createStatement();
                ResultSet row = statement.executeQuery("SELECT @@idle_transaction_timeout")) {
            row.next();
            assertThat(row.getInt(1)).isEqualTo(60);
        }
    }

    /** Holds the render's row until the worker waits for it in the middle of a transaction, and halts the worker there. */
    private static void haltInsideATransaction(Worker worker, RunningApplication.Server server, long id)
            throws Exception {
        try (Connection mine = lock(server, id)) {
            Awaitility.await().atMost(Patience.LONG).until(() -> aChangeWaits(mine));
            worker.halt();
            mine.rollback();
        }
    }

    private static Connection lock(RunningApplication.Server server, long id) throws SQLException {
        Connection connection = DriverManager.getConnection(
                "jdbc:mariadb://127.0.0.1:" + server.database.port() + "/foldback", "foldback", MariaDbServer.PASSWORD);
        connection.setAutoCommit(false);
        try (Statement statement = connection.createStatement()) {
            statement.executeQuery("SELECT id FROM deliverable WHERE id = " + id + " FOR UPDATE NOWAIT");
            return connection;
        } catch (SQLException held) {
            connection.close();
            throw held;
        }
    }

    private static boolean aChangeWaits(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("SELECT COUNT(*) FROM information_schema.processlist"
                        + " WHERE command = 'Query' AND info LIKE 'update deliverable%' AND time_ms > 300")) {
            row.next();
            return row.getInt(1) > 0;
        }
    }

    private static String impatientDatabase(RunningApplication.Server server) {
        return "--spring.datasource.url=jdbc:mariadb://127.0.0.1:" + server.database.port()
                + "/foldback?sessionVariables=idle_transaction_timeout=" + PATIENCE_SECONDS;
    }

    private static QueuedRender order(Api api, long take, String name, int width, TimeSpan range) throws Exception {
        return QueuedRender.order(
                api,
                take,
                name,
                range,
                "{\"format\":\"foldback-spec\",\"version\":1,\"layout\":\"mono_360\",\"codec\":\"h264\",\"width\":%d,"
                                .formatted(width)
                        + "\"height\":%d,\"preset\":\"ultrafast\",\"quality\":30,\"kernel\":\"fine\","
                                .formatted(width / 2)
                        + "\"encoder_threads\":1,\"segment_frames\":12}");
    }
}
