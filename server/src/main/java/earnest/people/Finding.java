package earnest.people;

import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/**
 * Finds people as they are typed.
 *
 * <p>Each rank is one range of the keys that people are found by, with what is shown of them: whole
 * names in either order, and tokens (account, mail, staff number, telephone in every spelling,
 * words of names). Only when that finds nobody, words of names that differ by one typing error are
 * looked up, and then whoever has them.
 */
@Component
class Finding {
    private static final int LONGEST = 100;
    private static final int LEAST_DIGITS = 3;
    private static final String SHOWN = "select person_id, name, account, title, place";
    private static final String KEYS = " from person_key where kind = ";
    private static final String FAMILY_FIRST = KEYS + PersonKeys.Kind.FAMILY_FIRST.number;
    private static final String GIVEN_FIRST = KEYS + PersonKeys.Kind.GIVEN_FIRST.number;
    private static final String LIKE = " and word like ? ";
    private static final String TOKEN = KEYS + PersonKeys.Kind.TOKEN.number;

    private final JdbcTemplate database;

    Finding(JdbcTemplate database) {
        this.database = database;
    }

    List<People.Found> find(String typed, int most) {
        String text = typed.length() > LONGEST ? typed.substring(0, LONGEST) : typed;
        String digits = text.replaceAll("[^0-9]", "");
        boolean number = !text.isBlank() && text.matches("[0-9 +()./\\-]+");
        if (number && digits.length() >= LEAST_DIGITS) {
            return byToken(digits.replaceFirst("^0044", "44"), most);
        }
        List<String> words = NameNormalizer.words(text);
        if (words.isEmpty()) {
            return List.of();
        }
        if (text.contains("@")) {
            return byToken(token(text), most);
        }
        List<People.Found> exact =
                words.size() == 1 ? byWord(words.getFirst(), most) : byWords(words, most);
        return exact.isEmpty() ? near(words, most) : exact;
    }

    static String token(String text) {
        StringBuilder token = new StringBuilder();
        for (char c : Directory.lower(text).strip().toCharArray()) {
            if (c > ' ' && c < 127) {
                token.append(c);
            }
        }
        return token.length() > LONGEST ? token.substring(0, LONGEST) : token.toString();
    }

    private List<People.Found> byToken(String token, int most) {
        List<People.Found> found =
                read(SHOWN + TOKEN + LIKE + "order by word limit 60", begins(token));
        return merged(found, found.size()).stream()
                .sorted(Comparator.comparing(People.Found::account))
                .limit(most)
                .toList();
    }

    private List<People.Found> byWord(String word, int most) {
        String begins = begins(word);
        return merged(
                read(
                        union(
                                "select id as person_id, name, account, title, concat_ws(', ',"
                                        + " vessel, if(port = vessel, null, port)) as place, 1 as"
                                        + " rank from person where account = ? and gone_at is null",
                                SHOWN + ", 2" + FAMILY_FIRST + LIKE + "order by word limit 20",
                                SHOWN + ", 3" + GIVEN_FIRST + LIKE + "order by word limit 20",
                                SHOWN + ", 4" + TOKEN + LIKE + "order by word limit 40"),
                        word,
                        begins,
                        begins,
                        begins),
                most);
    }

    /** Given and family name in either order; of more words, the first and the last lead. */
    private List<People.Found> byWords(List<String> words, int most) {
        String first = words.getFirst();
        String rest = String.join(" ", words.subList(1, words.size()));
        String front = String.join(" ", words.subList(0, words.size() - 1));
        String whole = begins(front + PersonKeys.BETWEEN + words.getLast());
        // Of two beginnings the longer one leads: fewer people are looked through.
        boolean turned = rest.length() > first.length();
        String both =
                turned
                        ? begins(rest) + PersonKeys.BETWEEN + begins(first)
                        : begins(first) + PersonKeys.BETWEEN + begins(rest);
        String given = turned ? FAMILY_FIRST : GIVEN_FIRST;
        String family = turned ? GIVEN_FIRST : FAMILY_FIRST;
        List<People.Found> found =
                read(
                        union(
                                SHOWN + ", 1 as rank" + given + LIKE + "limit 20",
                                SHOWN + ", 2" + FAMILY_FIRST + LIKE + "limit 20",
                                SHOWN + ", 3" + family + LIKE + "limit 20",
                                SHOWN + ", 4" + GIVEN_FIRST + LIKE + "limit 20"),
                        both,
                        whole,
                        both,
                        whole);
        return found.isEmpty() ? among(words, List.of(), most) : merged(found, most);
    }

    /** With one typing error in a word, or in each. */
    private List<People.Found> near(List<String> words, int most) {
        Set<String> forms = new LinkedHashSet<>();
        words.forEach(word -> forms.addAll(NameNormalizer.near(word)));
        List<String> known =
                database.queryForList(
                        "select distinct word from name_near where near in ("
                                + marks(forms.size())
                                + ")",
                        String.class,
                        forms.toArray());
        List<String> close =
                known.stream()
                        .filter(k -> words.stream().anyMatch(w -> NameNormalizer.close(k, w)))
                        .toList();
        return close.isEmpty() ? List.of() : among(words, close, most);
    }

    /**
     * Each word begins some word of the name, or is close to one: 'cruz jose' finds José de la
     * Cruz. All of it is told by the keys, so that no common name hides whoever is meant.
     *
     * @param close words of names that are close to one of those typed
     */
    private List<People.Found> among(List<String> words, List<String> close, int most) {
        String longest = words.stream().max(Comparator.comparingInt(String::length)).orElseThrow();
        List<Object> values = new ArrayList<>();
        StringBuilder fits = new StringBuilder();
        for (String word : words) {
            fits.append("and (folded like ?");
            values.add("% " + begins(word));
            for (String other : closeTo(word, close)) {
                fits.append(" or folded like ?");
                values.add("% " + escaped(other) + " %");
            }
            fits.append(") ");
        }
        List<Object> all = new ArrayList<>(List.of(begins(longest)));
        all.addAll(values);
        String begun = SHOWN + ", 1 as rank" + TOKEN + LIKE + fits + " order by word limit 40";
        List<String> leads = closeTo(longest, close);
        if (leads.isEmpty()) {
            return merged(read(begun, all.toArray()), most);
        }
        all.addAll(leads);
        all.addAll(values);
        String near =
                SHOWN
                        + ", 2"
                        + TOKEN
                        + " and word in ("
                        + marks(leads.size())
                        + ") "
                        + fits
                        + " limit 40";
        return merged(read(union(begun, near), all.toArray()), most);
    }

    private static List<String> closeTo(String word, List<String> close) {
        return close.stream().filter(other -> NameNormalizer.close(other, word)).toList();
    }

    private List<People.Found> read(String sql, Object... values) {
        return database.query(
                sql,
                (row, i) ->
                        new People.Found(
                                row.getObject(1, UUID.class),
                                row.getString(2),
                                row.getString(3),
                                row.getString(4),
                                row.getString(5)),
                values);
    }

    private static String marks(int count) {
        return "?" + ", ?".repeat(count - 1);
    }

    private static String union(String... parts) {
        return "(" + String.join(") union all (", parts) + ") order by rank";
    }

    private static String begins(String text) {
        return escaped(text) + "%";
    }

    private static String escaped(String text) {
        return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }

    private static List<People.Found> merged(List<People.Found> found, int most) {
        Map<UUID, People.Found> once = new LinkedHashMap<>();
        found.forEach(f -> once.putIfAbsent(f.id(), f));
        return once.values().stream().limit(most).toList();
    }
}
