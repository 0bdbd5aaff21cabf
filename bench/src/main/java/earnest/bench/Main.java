package earnest.bench;

import earnest.testkit.Desk;
import earnest.testkit.Ground;
import earnest.testkit.People;
import earnest.testkit.ServerProcess;
import earnest.testkit.Steward;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** {@code ./earnest bench [NAME ...]}: all measurements but {@code scale}, or those named. */
public final class Main {
    private static final int TEN_HOURS = 36_000;

    private static final List<String> ALL =
            List.of(
                    "assess",
                    "password",
                    "commands",
                    "verify",
                    "append",
                    "export",
                    "load",
                    "start",
                    "call",
                    "memory",
                    "find",
                    "own-page",
                    "understand");

    /** By itself, since it takes long and some GB. */
    private static final String SCALE = "scale";

    private Main() {}

    public static void main(String[] args) throws Exception {
        Set<String> wanted = new TreeSet<>(args.length == 0 ? ALL : List.of(args));
        if (!ALL.containsAll(wanted) && !wanted.equals(Set.of(SCALE))) {
            System.err.println(
                    "There are these measurements: "
                            + String.join(", ", ALL)
                            + "; and, by itself, scale.");
            System.exit(2);
        }
        if (wanted.contains("assess")) {
            AssessBench.run();
        }
        if (wanted.contains("password")) {
            PasswordBench.run();
        }
        if (wanted.contains("commands")) {
            CommandBench.run(Path.of("").toAbsolutePath());
        }
        if (wanted.contains("verify")) {
            VerifyBench.run();
        }
        if (wanted.contains("understand")) {
            UnderstandBench.run();
        }
        if (Set.of("assess", "password", "commands", "verify", "understand").containsAll(wanted)) {
            return;
        }
        if (wanted.contains(SCALE)) {
            ScaleBench.run();
            return;
        }
        Ground ground = Ground.start("bench");
        if (wanted.contains("load")) {
            FirstLoad.run(ground.checkout());
        }
        if (wanted.contains("append")) {
            new AppendBench(ground).run();
        }
        if (wanted.contains("export")) {
            new ExportBench(ground).run();
        }
        if (wanted.contains("start")) {
            new StartBench(ground).run();
        }
        if (Set.of("load", "append", "export", "start").containsAll(wanted)) {
            return;
        }
        ServerProcess server = ServerProcess.start(ground);
        Steward steward = new Steward(ground);
        steward.copyPeople(10, TEN_HOURS);
        steward.mostChangesADay(1000);
        steward.mostNamedAnHour(10_000);
        Desk.untilReady(ground, new People(ground).next());
        if (wanted.contains("call")) {
            new CallBench(ground).run();
        }
        if (wanted.contains("memory")) {
            MemoryBench.run(ground, server);
        }
        if (wanted.contains("find")) {
            new FindBench(ground).run();
        }
        if (wanted.contains("own-page")) {
            new OwnPageBench(ground).run();
        }
        server.stop();
    }
}
