package earnest.reports;

import earnest.tickets.Tickets;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;

/** Cases as a table (RFC 4180). Nothing in it was typed by anybody. */
final class CasesCsv {
    private CasesCsv() {}

    static String write(List<Case> cases, Map<UUID, Tickets.Label> labels) {
        StringBuilder out = new StringBuilder("ticket,channel,began,ways,seconds");
        for (Stage stage : Stage.values()) {
            out.append(',').append(stage.word());
        }
        out.append("\r\n");
        for (Case one : cases) {
            Tickets.Label label = Objects.requireNonNull(labels.get(one.ticket()));
            out.append("T-")
                    .append(label.number())
                    .append(',')
                    .append(label.channel())
                    .append(',')
                    .append(one.began())
                    .append(',')
                    .append(String.join(" ", one.ways()))
                    .append(',')
                    .append(one.seconds())
                    .append(',')
                    .append(
                            Arrays.stream(Stage.values())
                                    .map(stage -> String.valueOf(one.seconds(stage)))
                                    .collect(Collectors.joining(",")))
                    .append("\r\n");
        }
        return out.toString();
    }
}
