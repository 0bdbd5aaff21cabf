package earnest.cli;

import earnest.core.json.Fields;
import earnest.core.json.JsonText;
import earnest.core.passwords.Check;
import earnest.core.passwords.Generator;
import earnest.core.passwords.Policy;
import earnest.core.passwords.PolicyFile;
import earnest.core.passwords.Secret;
import earnest.core.passwords.Style;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code earnest password}, for whoever writes a policy. */
final class PasswordCommand implements Command {
    private static final int MOST = 1_000_000;
    private static final int POLICY_REFUSED = 1;
    private static final MathContext DIGITS = new MathContext(10);

    @Override
    public String help() {
        return """
        Usage: ./earnest password --policy FILE [--style STYLE] [--length L] [--count N]
               ./earnest password --policy FILE [--style STYLE] [--length L] --explain
               ./earnest password --policy FILE --check < CANDIDATES

        Draws passwords that a policy admits, all equally likely, one a line.

          --policy FILE   {"minLength":8,"maxLength":64,"allowed":"abAB01#",
                          "atLeast":{"lower":1,"upper":0,"digit":1,"symbol":0},"classesAtLeast":0,
                          "maxRun":2,"forbiddenWords":["harbour"],"blocklist":true,"minBits":45}
                          Every field may be left out.
          --style STYLE   read-aloud (groups of four that are hard to mishear; what is drawn without
                          this), spoken (words and a number) or copied (all that is admitted)
          --length L      characters, for spoken words; without it the least that gives minBits
          --count N       how many, 1 without it
          --explain       prints {"count","bits","length"} instead: how many there are
          --check         reads passwords, one a line, and prints {"ok","rules"} for each

        Examples: ./earnest password --policy policy.json --style spoken --count 5
                  ./earnest password --policy policy.json --style copied --length 20 --explain
                  printf 'my own one\\n' | ./earnest password --policy policy.json --check

        Exit: 0 done, 1 the policy admits none or too few, 2 bad input (one line names the field).
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) throws IOException {
        Options options =
                new Options(
                        arguments,
                        Set.of("--policy", "--style", "--length", "--count"),
                        Set.of("--explain", "--check"));
        options.nothingElse();
        String file = options.value("--policy");
        if (file == null) {
            throw Refused.field("--policy", "is missing");
        }
        Policy policy = PolicyFile.read(Fields.of("", Input.json(file)));
        if (options.has("--check")) {
            for (String other : List.of("--style", "--length", "--count", "--explain")) {
                if (options.has(other)) {
                    throw Refused.field(other, "does not go with --check");
                }
            }
            check(policy, in, out);
            return 0;
        }
        try {
            draw(policy, options, out);
        } catch (Generator.TooFew | Generator.TooIntricate refused) {
            throw new Refused(refused.getMessage(), POLICY_REFUSED);
        }
        return 0;
    }

    private static void draw(Policy policy, Options options, PrintStream out) {
        Style style = style(options);
        int count = options.number("--count", 1, MOST);
        int asked = options.number("--length", 0, Policy.LONGEST);
        Generator generator = new Generator(policy, style);
        int length = asked == 0 ? generator.leastLength() : asked;
        if (options.has("--explain")) {
            Map<String, Object> explained = new LinkedHashMap<>();
            explained.put("count", generator.count(length).toString());
            explained.put("bits", new BigDecimal(generator.bits(length)).round(DIGITS));
            explained.put("length", length);
            out.println(JsonText.of(explained));
            return;
        }
        SecureRandom random = new SecureRandom();
        for (int i = 0; i < count; i++) {
            try (Secret drawn = generator.draw(length, random)) {
                String password = drawn.open(String::new);
                out.println(password);
            }
        }
    }

    private static Style style(Options options) {
        String named = options.value("--style");
        if (named == null) {
            return Style.READ_ALOUD;
        }
        return Arrays.stream(Style.values())
                .filter(style -> style.id().equals(named))
                .findFirst()
                .orElseThrow(
                        () -> Refused.field("--style", "must be read-aloud, spoken or copied"));
    }

    private static void check(Policy policy, InputStream in, PrintStream out) throws IOException {
        BufferedReader lines =
                new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8));
        for (String line = lines.readLine(); line != null; line = lines.readLine()) {
            try (Secret candidate = Secret.of(line)) {
                List<Check.Rule> rules = Check.of(policy, Set.of(), candidate);
                Map<String, Object> answer = new LinkedHashMap<>();
                answer.put("ok", Check.ok(rules));
                answer.put("rules", rules.stream().map(PasswordCommand::rule).toList());
                out.println(JsonText.of(answer));
            }
        }
    }

    private static Map<String, Object> rule(Check.Rule rule) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("rule", rule.rule());
        fields.put("kept", rule.kept());
        fields.put("words", rule.words());
        return fields;
    }
}
