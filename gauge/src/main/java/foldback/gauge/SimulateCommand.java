package foldback.gauge;

import foldback.engine.document.rig.CardJson;
import foldback.sim.film.Filmer;
import foldback.sim.film.TakePlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Films a demo take. */
@Command(
        name = "simulate",
        mixinStandardHelpOptions = true,
        description = "Films the Marlpan saltworks: a clip a lens, the rig's card, truth.json and the true sphere.")
final class SimulateCommand implements Callable<Integer> {
    @Option(names = "--out", required = true, paramLabel = "DIR", description = "the folder to fill")
    private Path out;

    @Option(
            names = "--take",
            defaultValue = "sluice-path",
            paramLabel = "NAME",
            description = "sluice-path, sluice-path-one-file, among-the-rakers or cart-ride; default: ${DEFAULT-VALUE}")
    private String name;

    @Override
    public Integer call() throws IOException {
        TakePlan take = TakePlan.all().stream()
                .filter(plan -> plan.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no take named '" + name + "'; see --help."));
        Filmer.film(take, out, System.err::println);
        Files.writeString(out.resolve("rig-card.json"), CardJson.write(take.rig()));
        return CommandLine.ExitCode.OK;
    }
}
