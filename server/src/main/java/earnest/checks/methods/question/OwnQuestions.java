package earnest.checks.methods.question;

import earnest.checks.Questions;
import earnest.checks.SettingUp;
import earnest.checks.methods.Enrolling;
import earnest.core.codes.OwnAnswer;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.people.People;

import org.springframework.stereotype.Component;

import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** Somebody chooses questions and sets answers. */
@Component
class OwnQuestions implements Enrolling {
    private static final TypeReference<LinkedHashMap<UUID, String>> ANSWERS =
            new TypeReference<>() {};

    private final Questions questions;
    private final People people;
    private final JsonMapper json;

    OwnQuestions(Questions questions, People people, JsonMapper json) {
        this.questions = questions;
        this.people = people;
        this.json = json;
    }

    @Override
    public String label() {
        return "Questions";
    }

    @Override
    public String note() {
        return "five that you choose; the service desk asks two of them, and sees no answer";
    }

    @Override
    public List<Enrolled> of(UUID person) {
        return questions
                .of(person)
                .map(
                        set ->
                                new Enrolled(
                                        set.id(),
                                        label(),
                                        set.setAt(),
                                        "%d are set".formatted(set.answers())))
                .stream()
                .toList();
    }

    @Override
    public SettingUp begin(UUID person, UUID ticket) {
        return new SettingUp.Questions(
                questions.begin(person, ticket),
                questions.catalogue().stream()
                        .map(one -> new SettingUp.Asked(one.id(), one.words()))
                        .toList(),
                OwnAnswer.FEWEST);
    }

    @Override
    public boolean settingUp(UUID person, UUID factor) {
        return questions.settingUp(person, factor);
    }

    @Override
    public boolean confirm(UUID person, UUID factor, Secret typed) {
        Map<UUID, Secret> answers = new LinkedHashMap<>();
        try {
            typed.open(characters -> json.readValue(new String(characters), ANSWERS))
                    .forEach((question, answer) -> answers.put(question, Secret.of(answer)));
            People.Person who = people.person(person).orElseThrow();
            Set<String> known = new HashSet<>(List.of(who.name().split(" ")));
            known.addAll(List.of(who.name(), who.account()));
            questions.set(person, factor, answers, known);
            return true;
        } catch (JacksonException | NullPointerException unreadable) {
            // Its words would hold the answers.
            throw Problem.invalid("Answers are given as an object of questions and answers.");
        } finally {
            answers.values().forEach(Secret::wipe);
        }
    }

    @Override
    public void remove(UUID person, UUID ticket, UUID factor) {
        questions.remove(person, ticket, factor);
    }
}
