package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
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
        List<String> command = new ArrayList<>(List.of("./foldback"));
        command.addAll(List.of(arguments));
        File out = folder.resolve("out").toFile();
        File errors = folder.resolve("errors").toFile();
        int code = new ProcessBuilder(command)
                .directory(new File(".."))
                .redirectOutput(out)
                .redirectError(errors)
                .start()
                .waitFor();
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

    /** The worker steps back, for a process of another session as well where the system allows it. */
    @Test
    void whatStepsBackIsNicer() throws Exception {
        Ended nice = run("step-back", "nice");
        assertThat(nice.code()).isZero();
        assertThat(Integer.parseInt(nice.out().strip())).isGreaterThanOrEqualTo(12);
    }
}
