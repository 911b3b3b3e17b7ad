package foldback.gauge;

import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The commands that need the simulator. */
@Command(
        name = "foldback",
        subcommands = {SimulateCommand.class, MeasureCommand.class, SpeedCommand.class},
        mixinStandardHelpOptions = true)
public final class Gauge {

    public static void main(String[] arguments) {
        System.exit(new CommandLine(new Gauge()).execute(arguments));
    }
}
