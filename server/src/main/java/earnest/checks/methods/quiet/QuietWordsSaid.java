package earnest.checks.methods.quiet;

import earnest.checks.Enrolments;
import earnest.checks.QuietWords;
import earnest.checks.SettingUp;
import earnest.checks.methods.Check;
import earnest.checks.methods.Enrolling;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * Words that prove nothing: said in the place of an answer, or written in a chat, they mean that
 * somebody is being forced. Nobody asks for them.
 */
@Component
class QuietWordsSaid implements ProofMethod, Enrolling {
    private static final String ID = "quiet-words";
    private static final String LABEL = "Quiet words";

    private final QuietWords words;
    private final Enrolments enrolments;

    QuietWordsSaid(QuietWords words, Enrolments enrolments) {
        this.words = words;
        this.enrolments = enrolments;
    }

    @Override
    public String id() {
        return ID;
    }

    @Override
    public List<Possible> offers(Known known) {
        return List.of();
    }

    @Override
    public String missing(Known known) {
        return "Nobody asks for them.";
    }

    @Override
    public boolean atDesk() {
        return false;
    }

    @Override
    public String label(Check check) {
        return LABEL;
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        return new Explained(LABEL, null);
    }

    @Override
    public Optional<Enrolling> enrolling() {
        return Optional.of(this);
    }

    @Override
    public String label() {
        return LABEL;
    }

    @Override
    public String note() {
        return "two words that tell the desk that somebody forces you; nobody else notices";
    }

    @Override
    public List<Enrolled> of(UUID person) {
        return words
                .of(person)
                .map(one -> new Enrolled(one.id(), LABEL, one.since(), null))
                .stream()
                .toList();
    }

    @Override
    public SettingUp begin(UUID person, UUID ticket) {
        QuietWords.Given given = words.give(person, ticket);
        return new SettingUp.Lines(given.id(), List.of(given.words()));
    }

    @Override
    public boolean settingUp(UUID person, UUID factor) {
        return false;
    }

    @Override
    public boolean confirm(UUID person, UUID factor, Secret typed) {
        throw Problem.unknown("thing that is being set up");
    }

    @Override
    public void remove(UUID person, UUID ticket, UUID factor) {
        enrolments.remove(person, ticket, factor);
    }
}
