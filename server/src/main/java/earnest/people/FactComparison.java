package earnest.people;

import java.time.YearMonth;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Whether what was heard over the telephone is what is on record, however it was typed. */
final class FactComparison {
    private static final List<String> MONTHS =
            List.of(
                    "jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov",
                    "dec");
    private static final Pattern YEAR = Pattern.compile("\\b(19|20)\\d\\d\\b");
    private static final Pattern MONTH = Pattern.compile("\\b(0?[1-9]|1[0-2])\\b");

    private FactComparison() {}

    static boolean same(FactKind kind, String value, String heard) {
        return switch (kind) {
            case STAFF_NUMBER, LOCKER -> bare(value).equals(bare(heard));
            case MANAGER -> sameName(value, heard);
            case JOINED -> month(heard).map(m -> m.toString().equals(value)).orElse(false);
        };
    }

    private static String bare(String text) {
        return NameNormalizer.fold(text).replace(" ", "");
    }

    /** The family name at least, and nothing that is not of the name. */
    private static boolean sameName(String value, String heard) {
        List<String> name = NameNormalizer.words(value);
        Set<String> said = Set.copyOf(NameNormalizer.words(heard));
        if (name.isEmpty() || said.isEmpty()) {
            return false;
        }
        return said.contains(name.getLast()) && Set.copyOf(name).containsAll(said);
    }

    private static Optional<YearMonth> month(String heard) {
        String text = NameNormalizer.fold(heard);
        Matcher year = YEAR.matcher(text);
        if (!year.find()) {
            return Optional.empty();
        }
        int y = Integer.parseInt(year.group());
        String rest = year.replaceFirst(" ");
        for (int i = 0; i < MONTHS.size(); i++) {
            String name = MONTHS.get(i);
            if (NameNormalizer.words(rest).stream().anyMatch(word -> word.startsWith(name))) {
                return Optional.of(YearMonth.of(y, i + 1));
            }
        }
        Matcher number = MONTH.matcher(rest);
        return number.find()
                ? Optional.of(YearMonth.of(y, Integer.parseInt(number.group())))
                : Optional.empty();
    }
}
