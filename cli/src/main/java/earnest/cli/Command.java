package earnest.cli;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.util.List;

/** One command. */
interface Command {
    /** What it is for, how it is called, examples and exit codes. */
    String help();

    /**
     * Runs it.
     *
     * @return the exit code
     * @throws Refused for what was typed wrongly
     */
    int run(List<String> arguments, InputStream in, PrintStream out) throws IOException;
}
