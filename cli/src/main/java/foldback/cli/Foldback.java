package foldback.cli;

import foldback.engine.form.DocumentException;
import foldback.engine.render.BusyException;
import foldback.media.MediaException;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The commands; exit code 0 with any verdict, 2 on bad input, 1 on a failure of the program. */
@Command(
        name = "foldback",
        subcommands = {
            MakeCommand.class,
            ProbeCommand.class,
            SyncCommand.class,
            SolveCommand.class,
            SeamsCommand.class,
            MotionCommand.class,
            WorkCommand.class
        },
        mixinStandardHelpOptions = true,
        description = "Renders recipes, works takes through, finds offsets, solves rigs and probes media files.")
public final class Foldback {

    public static void main(String[] arguments) {
        System.exit(run(arguments));
    }

    static int run(String... arguments) {
        CommandLine line = new CommandLine(new Foldback());
        line.setExecutionExceptionHandler((failure, command, parsed) -> {
            boolean input = failure instanceof MediaException
                    || failure instanceof BusyException
                    || failure instanceof DocumentException
                    || failure instanceof IllegalArgumentException;
            command.getErr().println("foldback: " + (input ? failure.getMessage() : failure.toString()));
            return input ? CommandLine.ExitCode.USAGE : CommandLine.ExitCode.SOFTWARE;
        });
        line.setCaseInsensitiveEnumValuesAllowed(true);
        return line.execute(arguments);
    }
}
