package earnest.checks.methods.passkey;

import earnest.checks.Enrolments;
import earnest.checks.Passkeys;
import earnest.checks.SettingUp;
import earnest.checks.methods.Enrolling;
import earnest.core.passwords.Secret;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.webauthn.WebAuthn;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Somebody has their browser make a passkey; what it gives back is what is kept. */
@Component
class OwnPasskey implements Enrolling {
    private final Passkeys passkeys;
    private final Enrolments enrolments;
    private final WebAuthn webAuthn;
    private final People people;
    private final SettingsInForce settings;

    OwnPasskey(
            Passkeys passkeys,
            Enrolments enrolments,
            WebAuthn webAuthn,
            People people,
            SettingsInForce settings) {
        this.passkeys = passkeys;
        this.enrolments = enrolments;
        this.webAuthn = webAuthn;
        this.people = people;
        this.settings = settings;
    }

    @Override
    public String label() {
        return "Passkey";
    }

    @Override
    public String note() {
        return "your phone or laptop knows you, by finger, face or its own code";
    }

    @Override
    public boolean onPhone() {
        return true;
    }

    @Override
    public List<Enrolled> of(UUID person) {
        return passkeys.of(person).stream()
                .map(
                        one ->
                                new Enrolled(
                                        one.id(),
                                        one.name().replace("passkey", label()),
                                        one.enrolledAt(),
                                        null))
                .toList();
    }

    @Override
    public SettingUp begin(UUID person, UUID ticket) {
        UUID passkey = passkeys.begin(person, ticket);
        People.Person who = people.person(person).orElseThrow();
        return new SettingUp.Browser(
                passkey,
                webAuthn.creation(passkey, settings.now().name(), who.account(), who.name()));
    }

    @Override
    public boolean settingUp(UUID person, UUID factor) {
        return passkeys.settingUp(person, factor);
    }

    @Override
    public boolean confirm(UUID person, UUID factor, Secret typed) {
        Optional<WebAuthn.Made> made = webAuthn.made(factor, typed);
        made.ifPresent(one -> passkeys.finish(person, factor, one.credential(), one.count()));
        return made.isPresent();
    }

    @Override
    public void remove(UUID person, UUID ticket, UUID factor) {
        enrolments.remove(person, ticket, factor);
    }
}
