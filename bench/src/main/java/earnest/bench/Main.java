package earnest.bench;

import earnest.testkit.Desk;
import earnest.testkit.Ground;
import earnest.testkit.People;
import earnest.testkit.ServerProcess;

/** {@code ./earnest bench}. */
public final class Main {
    private Main() {}

    public static void main(String[] args) throws Exception {
        AssessBench.run();
        Ground ground = Ground.start("bench");
        FirstLoad.run(ground.checkout());
        ServerProcess server =
                ServerProcess.start(
                        ground,
                        "earnest.directory.full-sync-every=10h",
                        "earnest.changes.most-per-person-and-day=1000");
        Desk.untilReady(ground, new People(ground).next());
        new CallBench(ground).run();
        MemoryBench.run(ground, server);
        new FindBench(ground).run();
        server.stop();
    }
}
