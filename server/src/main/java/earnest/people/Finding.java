package earnest.people;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
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
 * <p>One union of prefix searches, each of which an index answers: whole names in either order, and
 * the tokens of a person (account, mail, staff number, telephone in every spelling, inner words of
 * names). Only when that finds nobody, words with one letter left out are compared, which meets one
 * typing error in a word.
 */
@Component
class Finding {
    private static final int LONGEST = 100;
    private static final int LEAST_DIGITS = 3;
    private static final String COLUMNS = "p.id, p.name, p.account, p.title, p.vessel, p.port";

    private final JdbcClient database;

    Finding(JdbcClient database) {
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
        return database.sql(
                        "select "
                                + COLUMNS
                                + " from (select distinct person_id from person_token where token"
                                + " like :t order by token limit 60) t join person p on p.id ="
                                + " t.person_id where p.gone_at is null order by p.account limit"
                                + " :most")
                .param("t", begins(token))
                .param("most", most)
                .query(Finding::row)
                .list();
    }

    private List<People.Found> byWord(String word, int most) {
        return merged(
                database.sql(
                                union(
                                        "select "
                                                + COLUMNS
                                                + ", 1 as rank from person p where p.account ="
                                                + " :word and p.gone_at is null limit 20",
                                        "select "
                                                + COLUMNS
                                                + ", 2 as rank from person p where p.folded_family"
                                                + " like :w and p.gone_at is null order by"
                                                + " p.folded_family, p.folded_given limit 20",
                                        "select "
                                                + COLUMNS
                                                + ", 3 as rank from person p where p.folded_given"
                                                + " like :w and p.gone_at is null order by"
                                                + " p.folded_given, p.folded_family limit 20",
                                        "select "
                                                + COLUMNS
                                                + ", 4 as rank from person_token t join person p on"
                                                + " p.id = t.person_id where t.token like :w and"
                                                + " p.gone_at is null order by t.token limit 20"))
                        .param("word", word)
                        .param("w", begins(word))
                        .query(Finding::row)
                        .list(),
                most);
    }

    /** Given and family name in either order; of more words, the first and the last lead. */
    private List<People.Found> byWords(List<String> words, int most) {
        String first = words.getFirst();
        String rest = String.join(" ", words.subList(1, words.size()));
        String front = String.join(" ", words.subList(0, words.size() - 1));
        String last = words.getLast();
        List<People.Found> found =
                database.sql(
                                union(
                                        "select "
                                                + COLUMNS
                                                + ", 1 as rank from person p where p.folded_given"
                                                + " like :first and p.folded_family like :rest and"
                                                + " p.gone_at is null limit 20",
                                        "select "
                                                + COLUMNS
                                                + ", 2 as rank from person p where p.folded_family"
                                                + " = :front and p.folded_given like :last and"
                                                + " p.gone_at is null limit 20",
                                        "select "
                                                + COLUMNS
                                                + ", 3 as rank from person p where p.folded_family"
                                                + " like :first and p.folded_given like :rest and"
                                                + " p.gone_at is null limit 20",
                                        "select "
                                                + COLUMNS
                                                + ", 4 as rank from person p where p.folded_given ="
                                                + " :front and p.folded_family like :last and"
                                                + " p.gone_at is null limit 20"))
                        .param("first", begins(first))
                        .param("rest", begins(rest))
                        .param("front", front)
                        .param("last", begins(last))
                        .query(Finding::row)
                        .list();
        if (!found.isEmpty()) {
            return merged(found, most);
        }
        return innerWords(words, most);
    }

    /** Each word begins some word of the name: 'cruz jose' finds José de la Cruz. */
    private List<People.Found> innerWords(List<String> words, int most) {
        String longest = words.stream().max(Comparator.comparingInt(String::length)).orElseThrow();
        return database
                .sql(
                        "select "
                                + COLUMNS
                                + ", p.folded_given, p.folded_family from person_token t join"
                                + " person p on p.id = t.person_id where t.token like :w and"
                                + " p.gone_at is null order by t.token limit 200")
                .param("w", begins(longest))
                .query((row, i) -> Map.entry(row(row, i), name(row)))
                .list()
                .stream()
                .filter(
                        e ->
                                words.stream()
                                        .allMatch(
                                                w ->
                                                        e.getValue().stream()
                                                                .anyMatch(n -> n.startsWith(w))))
                .map(Map.Entry::getKey)
                .distinct()
                .limit(most)
                .toList();
    }

    private List<People.Found> near(List<String> words, int most) {
        String longest = words.stream().max(Comparator.comparingInt(String::length)).orElseThrow();
        Set<String> forms = NameNormalizer.near(longest);
        return database
                .sql(
                        "select distinct "
                                + COLUMNS
                                + ", p.folded_given, p.folded_family from person_near n join person"
                                + " p on p.id = n.person_id where n.near in (:forms) and p.gone_at"
                                + " is null limit 400")
                .param("forms", forms)
                .query((row, i) -> Map.entry(row(row, i), name(row)))
                .list()
                .stream()
                .filter(
                        e ->
                                words.stream()
                                        .allMatch(
                                                w ->
                                                        e.getValue().stream()
                                                                .anyMatch(
                                                                        n ->
                                                                                n.startsWith(w)
                                                                                        || NameNormalizer
                                                                                                .close(
                                                                                                        n,
                                                                                                        w))))
                .map(Map.Entry::getKey)
                .limit(most)
                .toList();
    }

    private static List<String> name(ResultSet row) throws SQLException {
        List<String> words = new ArrayList<>(NameNormalizer.words(row.getString("folded_given")));
        words.addAll(NameNormalizer.words(row.getString("folded_family")));
        return words;
    }

    private static String union(String... parts) {
        return "(" + String.join(") union all (", parts) + ") order by rank";
    }

    private static String begins(String text) {
        return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
    }

    private static List<People.Found> merged(List<People.Found> found, int most) {
        Map<UUID, People.Found> once = new LinkedHashMap<>();
        found.forEach(f -> once.putIfAbsent(f.id(), f));
        return once.values().stream().limit(most).toList();
    }

    private static People.Found row(ResultSet row, int i) throws SQLException {
        Set<String> place = new LinkedHashSet<>();
        for (String part : new String[] {row.getString("vessel"), row.getString("port")}) {
            if (part != null) {
                place.add(part);
            }
        }
        return new People.Found(
                row.getObject("id", UUID.class),
                row.getString("name"),
                row.getString("account"),
                row.getString("title"),
                place.isEmpty() ? null : String.join(", ", place));
    }
}
