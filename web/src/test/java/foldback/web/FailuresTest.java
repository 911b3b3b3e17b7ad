package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever is asked, the answer says what is wrong, in the form that the asker can read. */
@ExtendWith(RunningApplication.class)
class FailuresTest {
    private static final String BROWSER = "text/html,application/xhtml+xml,application/xml;q=0.9,image/avif,*/*;q=0.8";

    private static HttpResponse<String> visit(RunningApplication.Server server, String path) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(server.uri(path))
                .header("Accept", BROWSER)
                .build();
        return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
    }

    @ParameterizedTest
    @CsvSource({"/nowhere, 404", "/takes/999999, 404", "/projects/999999, 404", "/takes/what, 400"})
    void aPersonIsShownAPage(String path, int status, RunningApplication.Server server) throws Exception {
        HttpResponse<String> page = visit(server, path);
        assertThat(page.statusCode()).isEqualTo(status);
        assertThat(page.headers().firstValue("Content-Type")).get().asString().startsWith("text/html");
        assertThat(page.body()).contains("data-test=\"failure\"").contains("Go to Projects");
    }

    @Test
    void aProgramIsToldInJson(RunningApplication.Server server) throws Exception {
        assertThat(new Api(server).get("/api/nothing").json().path("status").asInt())
                .isEqualTo(404);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            /api/takes/1/revisions   | {"base":1,"set":{"seams":{"way":"feather","feather_deg":1e999}}}           | feather_deg
            /api/takes/1/revisions   | {"base":1,"set":{"rig":null}}                                              | rig
            /api/takes/1/revisions   | {"base":99999999999999999999,"set":{}}                                     | cannot be read
            /api/takes/1/revisions   | {"base":1,"set":{"level":{"yaw_deg":99999999999999999999999,"pitch_deg":0,"roll_deg":0}}} | yaw_deg
            /api/takes/1/revisions   | {"base":1,"set":{"offsets":{"B":1e300}}}                                   | offset_seconds
            /api/takes/1/revisions   | {"base":1,"set":[]}                                                        | cannot be read
            /api/takes/1/revisions   | null                                                                       |
            /api/takes/1/deliverables | {"base":1,"name":null,"from":0,"to":1,"spec":{}}                          | name
            /api/takes/1/deliverables | {"base":1,"name":"N","from":0,"to":1,"spec":null}                         | 'spec' is missing
            /api/takes/1/deliverables | {"base":1,"name":"N","from":0,"to":1,"spec":{"format":"foldback-spec","version":99999999999999999999}} | version
            /api/takes/1/stages/sync/jobs/find?base=1 | {"use":[null]}                                                             | 'use' is missing
            /api/takes/1/stages/sync/jobs/find?base=1 | {"locked":[null]}                                                          | 'locked' is missing
            /api/takes/1/stages/rig/jobs/solve?base=1 | {"moments":[null]}                                                         | 'moments' is missing
            /api/takes/1/stages/balance/jobs/even?base=1 | {"highlights":"burnt"}                                                  | highlights
            /api/takes/1/points/delete?base=1 | {"numbers":null}                                                  |
            /api/takes/1/points/find?base=1 | {"seconds":0,"place":null}                                          |
            /api/takes/1/rig-card?revision=1 | {"name":null}                                                      | 'name' is missing
            /api/rig-cards/1/give    | {"takes":null}                                                             | 'takes' is missing
            /api/projects            | {"name":null}                                                              | name
            /api/projects            | {"name":"P","canvasWidth":null,"rate":"1e9/0"}                             | rate
            /api/projects/1/clips    | {"paths":null}                                                             | 'paths' is missing
            /api/projects/1/clips    | {"paths":[null]}                                                           | 'paths' is missing
            /api/projects/1/takes    | {"clips":[1],"name":null,"card":null}                                       | name
            /api/projects/1/rate     | {"rate":null}                                                              | frame rate
            """)
    void whatIsWrongInARequestIsNamed(String path, String body, String names, RunningApplication.Server server)
            throws Exception {
        Api.Answer answer = new Api(server).post(path, body);
        assertThat(answer.status()).as(answer.body()).isBetween(400, 422);
        assertThat(answer.json().path("detail").asString())
                .isNotBlank()
                .contains(names == null ? "" : names)
                .doesNotContain("Exception", "java.");
    }

    @Test
    void aPatchThatChangesNothingMakesNoRevision(RunningApplication.Server server) throws Exception {
        Api api = new Api(server);
        long take = api.freshTake();
        for (String set : new String[] {"{}", "{\"offsets\":{}}"}) {
            Api.Answer answer = api.post("/api/takes/" + take + "/revisions", "{\"base\":1,\"set\":" + set + "}");
            assertThat(answer.json().path("revision").asInt()).isEqualTo(1);
        }
    }

    @Test
    void aDatabaseThatIsAwayIsSaidOnAPage(RunningApplication.Server server) throws Exception {
        server.database.stop();
        try {
            HttpResponse<String> page = visit(server, "/");
            assertThat(page.statusCode()).isEqualTo(503);
            assertThat(page.body()).contains("The database does not answer").contains("data-test=\"failure\"");
        } finally {
            server.database.start();
        }
        Api api = new Api(server);
        Awaitility.await()
                .atMost(Patience.LONG)
                .until(() -> api.get("/api/takes/1").status() == 200);
    }
}
