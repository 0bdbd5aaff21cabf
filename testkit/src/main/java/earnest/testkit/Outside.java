package earnest.testkit;

import tools.jackson.databind.JsonNode;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;

/** The other side: rings the desk, looks into pockets, plays with the gateway. */
public final class Outside {
    private final Http standins;

    public Outside(Ground ground) {
        this.standins = Http.ofStandIns(ground.standinsUrl());
    }

    /** Rings as a ready caller; gives the call's id. */
    public String ring(String caller) {
        return standins.post("/api/calls", Map.of("caller", caller)).ok().get("id").asString();
    }

    public String ringFrom(String number) {
        return standins.post("/api/calls", Map.of("number", number)).ok().get("id").asString();
    }

    public String ringWithheld() {
        return standins.post("/api/calls", Map.of()).ok().get("id").asString();
    }

    public void hangUp(String call) {
        standins.post("/api/calls/" + call + "/hang-up").ok();
    }

    public void drop(String call) {
        standins.post("/api/calls/" + call + "/drop").ok();
    }

    public JsonNode pocket(String account) {
        return standins.get("/api/pockets/" + account).ok();
    }

    public String authenticator(String account) {
        return pocket(account).get("authenticator").get("code").asString();
    }

    public List<String> texts(String account) {
        return StreamSupport.stream(pocket(account).get("texts").spliterator(), false)
                .map(text -> text.get("text").asString())
                .toList();
    }

    /** What came for a mailbox, oldest first. */
    public JsonNode mails(String address) {
        return standins.get("/api/mail?to=" + address).ok();
    }

    /** Somebody writes a mail to the desk. */
    public void writeMail(String from, String subject, String text) {
        writeMail(Map.of("from", from, "subject", subject, "text", text));
    }

    /** As above, with {@code headers}, or a {@code file} that hangs on it. */
    public void writeMail(Map<String, Object> mail) {
        standins.post("/api/mail", mail).ok();
    }

    /** The latest mail to an address after so many whose subject has these words; waits for it. */
    public JsonNode mailed(String address, int mailsBefore, String subject) {
        return Eventually.get(
                "a mail “" + subject + "” to " + address,
                () ->
                        StreamSupport.stream(mails(address).spliterator(), false)
                                .skip(mailsBefore)
                                .filter(mail -> mail.get("subject").asString().contains(subject))
                                .reduce((a, b) -> b));
    }

    /** The token of the one-time link in the latest mail to an address; waits for it. */
    public String linkToken(String address) {
        return Eventually.get(
                "a link in the mail to " + address,
                () ->
                        StreamSupport.stream(mails(address).spliterator(), false)
                                .map(mail -> mail.get("text").asString())
                                .filter(text -> text.contains("/link#"))
                                .map(
                                        text ->
                                                text.replaceAll(
                                                        "(?s).*/link#([A-Za-z0-9_-]+).*", "$1"))
                                .reduce((a, b) -> b));
    }

    /** The token of the one-time link in the latest text to somebody after so many; waits. */
    public String textedLink(String account, int textsBefore) {
        return Eventually.get(
                "a link in " + account + "'s pocket",
                () -> {
                    List<String> texts = texts(account);
                    return texts.subList(Math.min(textsBefore, texts.size()), texts.size()).stream()
                            .filter(text -> text.contains("#"))
                            .map(text -> text.replaceAll("(?s).*#([A-Za-z0-9_-]+).*", "$1"))
                            .reduce((a, b) -> b);
                });
    }

    /** {@code up, down}. */
    public void mail(String mode) {
        standins.post("/api/mail/mode", Map.of("mode", mode)).ok();
    }

    /** Waits until the phone rings and answers it. */
    public void answer(String account) {
        act(account, "answer");
    }

    public void decline(String account) {
        act(account, "decline");
    }

    private void act(String account, String act) {
        String call =
                Eventually.get(
                        account + "'s phone to ring",
                        () ->
                                StreamSupport.stream(
                                                pocket(account).get("calls").spliterator(), false)
                                        .filter(c -> c.get("state").asString().equals("ringing"))
                                        .map(c -> c.get("id").asString())
                                        .findFirst());
        standins.post("/api/pockets/" + account + "/calls/" + call + "/" + act).ok();
    }

    /** The six digits in the latest text that holds some. */
    public String textedCode(String account, int textsBefore) {
        return Eventually.get(
                "a code in " + account + "'s pocket",
                () -> {
                    List<String> texts = texts(account);
                    return texts.size() <= textsBefore
                            ? Optional.empty()
                            : texts.subList(textsBefore, texts.size()).stream()
                                    .filter(t -> t.startsWith("Your code is "))
                                    .map(t -> t.substring(13, 19))
                                    .reduce((a, b) -> b);
                });
    }

    /** The person signs in with the temporary password and chooses another. */
    public void signInAnew(String account, String temporary, String own) {
        standins.post(
                        "/api/pockets/" + account + "/sign-in",
                        Map.of("password", temporary, "newPassword", own))
                .ok();
    }

    /** {@code up, refusing}. */
    public void switchboard(String mode) {
        standins.post("/api/switchboard/mode", Map.of("mode", mode)).ok();
    }

    /** The pick-up words in the latest text that brings some; waits for it. */
    public String pickUpWords(String account, int textsBefore) {
        return Eventually.get(
                "the words to come",
                () ->
                        texts(account).stream()
                                .skip(textsBefore)
                                .filter(text -> text.contains("and say: "))
                                .map(text -> text.replaceAll("(?s).*and say: ([a-z ]+)\\..*", "$1"))
                                .reduce((first, last) -> last));
    }

    /** {@code up, down, forged, somebody-else, for-another, old}. */
    public void lantern(String mode) {
        standins.post("/api/lantern/mode", Map.of("mode", mode)).ok();
    }

    /** How the service that listens to voices behaves from now on. */
    public void voice(String mode) {
        standins.post("/api/voice/mode", Map.of("mode", mode)).ok();
    }

    /** Waits until that service calls somebody, and says what it hears. */
    public void speak(String account, String says) {
        JsonNode call =
                Eventually.get(
                        "a call of the voice service",
                        () ->
                                StreamSupport.stream(
                                                pocket(account).get("voice").spliterator(), false)
                                        .findFirst());
        String id = call.get("id").asString();
        standins.post("/api/pockets/" + account + "/voice/" + id + "/" + says, Map.of()).ok();
    }

    /** Waits until Lantern asks somebody; gives what it shows. */
    public String lanternShows(String account) {
        return lanternAsks(account).get("shows").asString();
    }

    public void answerLantern(String account, String said) {
        String request = lanternAsks(account).get("request").asString();
        standins.post("/api/pockets/" + account + "/lantern/" + request + "/" + said).ok();
    }

    private JsonNode lanternAsks(String account) {
        return Eventually.get(
                "Lantern to ask " + account,
                () ->
                        StreamSupport.stream(pocket(account).get("lantern").spliterator(), false)
                                .findFirst());
    }

    /** {@code up, down, silent, lost, taken-then-failed, dripping}. */
    public void gateway(String mode) {
        standins.post("/api/gateway/mode", Map.of("mode", mode)).ok();
    }

    /** {@code up, slow, busy, away, silent}. */
    public void cloud(String mode) {
        standins.post("/api/cloud/mode", Map.of("mode", mode)).ok();
    }

    /** Signs in to Shore cloud; gives {@code in, must-change, changed} or {@code refused}. */
    public String cloudSignIn(String account, String password, String own) {
        return standins.post(
                        "/api/cloud/sign-in",
                        Map.of(
                                "userName",
                                account + "@brackwater.example",
                                "password",
                                password,
                                "newPassword",
                                own))
                .ok()
                .get("state")
                .asString();
    }

    /** What an administrator of Shore cloud does to an account. */
    public void cloudAccount(String account, boolean active, boolean locked) {
        standins.post(
                        "/api/cloud/users/" + account + "@brackwater.example",
                        Map.of("active", active, "locked", locked))
                .ok();
    }
}
