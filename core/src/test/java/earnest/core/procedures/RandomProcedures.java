package earnest.core.procedures;

import java.util.List;
import java.util.Random;

/** Procedures at random, of which many are nearly right. */
final class RandomProcedures {
    private static final List<String> STEPS =
            List.of(
                    "find contact work-mobile as phone",
                    "ask \"Which?\" as berth",
                    "prove temporary-password in directory",
                    "prove temporary-password in cloud within 45 minutes",
                    "prove replace-factor in directory",
                    "approve replace-factor in directory by lead",
                    "draw secret in directory as copied",
                    "draw other in cloud as spoken",
                    "draw secret in directory as copied",
                    "change temporary-password in directory with secret",
                    "change temporary-password in directory with secret as done",
                    "change temporary-password in cloud with secret",
                    "change temporary-password in cloud with other",
                    "change replace-factor in directory",
                    "hand over secret by read-aloud",
                    "hand over secret by read-aloud",
                    "hand over other by read-aloud",
                    "withdraw secret in directory",
                    "withdraw other in cloud",
                    "withdraw secret in cloud",
                    "send done-text to phone",
                    "note \"{berth}\"",
                    "note \"{done.words}\"",
                    "note \"{person.name}\"",
                    "note \"x\"",
                    "wait 20 minutes",
                    "wait for reply at most 40 minutes",
                    "run welcome",
                    "stop \"x\"",
                    "close \"x\"");

    private final Random random;
    private final StringBuilder out = new StringBuilder();
    private int left;

    private RandomProcedures(long seed) {
        this.random = new Random(seed);
        this.left = 4 + random.nextInt(9);
    }

    static String one(long seed) {
        RandomProcedures procedures = new RandomProcedures(seed);
        StringBuilder out = procedures.out;
        out.append("procedure p\n  title \"T\"\n  starts on by hand\n  otherwise\n");
        if (procedures.random.nextInt(3) == 0) {
            procedures.step(4, false, "    ");
        }
        out.append("    note \"{step}\"\n    pass to leads\n\n");
        if (procedures.random.nextBoolean()) {
            out.append("  prove temporary-password in directory\n");
            out.append("  draw secret in directory as copied\n");
        }
        while (procedures.left > 0) {
            procedures.statement(2, false, 0);
        }
        if (procedures.random.nextInt(3) > 0 || out.toString().endsWith("\n\n")) {
            out.append("  close \"x\"\n");
        }
        return out.toString();
    }

    private void statement(int column, boolean inLoop, int depth) {
        left--;
        String before = " ".repeat(column);
        int kind = random.nextInt(depth > 2 ? 8 : 12);
        if (kind == 7 && inLoop) {
            out.append(before).append("leave\n");
        } else if (kind == 8) {
            out.append(before).append("repeat at most ").append(1 + random.nextInt(3));
            out.append(" times\n");
            block(column + 2, true, depth + 1);
        } else if (kind == 9) {
            out.append(before).append("if berth is present\n".replace("berth", "person.name"));
            block(column + 2, inLoop, depth + 1);
            if (random.nextBoolean()) {
                out.append(before).append("else\n");
                block(column + 2, inLoop, depth + 1);
            }
        } else {
            step(column, inLoop, before);
        }
    }

    private void block(int column, boolean inLoop, int depth) {
        int many = 1 + random.nextInt(3);
        for (int i = 0; i < many; i++) {
            statement(column, inLoop, depth);
        }
    }

    private void step(int column, boolean inLoop, String before) {
        String step = STEPS.get(random.nextInt(STEPS.size()));
        out.append(before).append(step).append('\n');
        String[] words = step.split(" ");
        List<Outcome> outcomes =
                StepReader.read(words[0], new Cursor(SourceLine.of(1, step).tokens(), 1))
                        .outcomes();
        for (Outcome outcome : outcomes) {
            if (random.nextInt(3) == 0 && left > 0) {
                String begin = " ".repeat(column + 2) + outcome.word() + ": ";
                step(begin.length(), inLoop, begin);
                left--;
                if (random.nextBoolean()) {
                    step(begin.length(), inLoop, " ".repeat(begin.length()));
                    left--;
                }
            }
        }
    }
}
