package earnest.selfservice;

import earnest.checks.SettingUp;
import earnest.core.passwords.Secret;
import earnest.links.Links;
import earnest.organisation.SettingsInForce;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;

/** Shows what somebody begins to set up, once, in the form in which it is taken. */
@Component
class OwnProofShows {
    private final People people;
    private final SettingsInForce settings;
    private final Links links;

    OwnProofShows(People people, SettingsInForce settings, Links links) {
        this.people = people;
        this.settings = settings;
        this.links = links;
    }

    OwnProofShown of(UUID person, SettingUp begun) {
        return switch (begun) {
            case SettingUp.Key(UUID factor, Secret key, int digits, SettingUp.Taker taker) -> {
                String text = key.open(String::new);
                String address =
                        switch (taker) {
                            case AUTHENTICATOR -> appAddress(person, text);
                            case DEVICE -> deviceAddress(text);
                        };
                yield OwnProofShown.key(factor, text, taker, address, digits);
            }
            case SettingUp.Lines(UUID factor, List<Secret> lines) ->
                    OwnProofShown.lines(
                            factor, lines.stream().map(line -> line.open(String::new)).toList());
            case SettingUp.Browser(UUID factor, String options) ->
                    OwnProofShown.browser(factor, options);
            case SettingUp.Questions(UUID factor, List<SettingUp.Asked> asked, int fewest) ->
                    OwnProofShown.questions(
                            factor,
                            asked.stream()
                                    .map(one -> new OwnProofShown.Question(one.id(), one.words()))
                                    .toList(),
                            fewest);
        };
    }

    /** As apps read it: whose it is, and where. */
    private String appAddress(UUID person, String key) {
        String where = settings.now().name();
        String who = people.person(person).map(People.Person::account).orElse("");
        return "otpauth://totp/%s:%s?secret=%s&issuer=%s"
                .formatted(encoded(where), encoded(who), key, encoded(where));
    }

    /** Where the device finds Earnest, and the code by which it is set up. */
    private String deviceAddress(String setup) {
        return "earnest-device:%s#%s".formatted(links.publicAddress("/"), setup);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
