package earnest.record;

import java.util.Locale;

/**
 * Every kind of entry, with the words in which it is read. In braces: a personal field or a field
 * of the data; what is missing is left out, or read as what stands behind a colon. {@code {what}}
 * stands for words in the data, which may hold braces themselves. The list is complete: nothing
 * else is ever recorded.
 */
public enum EntryKind {
    SIGNED_IN("signed in"),
    SIGNED_OUT("signed out"),
    SIGN_IN_REFUSED("was refused at sign-in"),
    SIGN_IN_LOCKED("may not sign in for {minutes} minutes after too many wrong tries"),
    SIGN_IN_SLOWED("tries to sign in came too fast and are slowed, by {bucket}"),
    SECOND_FACTOR_SET_UP("set up an authenticator to sign in with"),
    SECOND_FACTOR_WRONG("gave a wrong code at signing in"),
    STAFF_PASSKEY_SET_UP("set up a passkey to sign in with"),
    STAFF_PASSKEY_WRONG("used a passkey that is not theirs at signing in"),
    SECOND_FACTOR_REMOVED("took away the {what} that they signed in with"),
    PROVED_AGAIN("showed again that it is they"),
    SIGN_IN_RELEASED("released the sign-in of {analystName}"),
    SESSION_ENDED("was signed out: {reason}"),

    CALL_RANG("{did:rang}, {number}"),
    CALL_ANSWERED("{did:answered the call}"),
    CALL_MISSED("{did:hung up} before anybody answered"),
    CALL_ENDED("{did:ended the call}"),
    LINE_HELD("{did:the line is held}: they do not hear the desk"),
    LINE_SPOKEN("{did:spoke on the line again}"),
    LINE_DROPPED("{did:the line dropped}; the next one starts at nothing"),

    PROOF_CARRIED("{why}: what was proved before counts on this line"),
    PICK_UP_SENT("sent pick-up words to {contact}"),
    PICK_UP_WRONG("said wrong pick-up words, {left} left"),
    RING_BACK_NOTED("noted to ring back at {at}"),

    TICKET_TAKEN("took the ticket"),
    TICKET_TAKEN_OVER("took the ticket over from {from}"),
    TICKET_PASSED("passed the ticket to {to}"),
    TICKET_CLOSED("closed the ticket {summary}"),
    TICKET_READ("read a closed ticket of somebody else"),
    TICKET_REOPENED("opened the ticket again: {reason}"),
    PAGE_BEGUN("opened a page for a new password, as {person}"),
    PAGE_MOVED("went on in the browser in which the link was opened"),
    PERSON_CLAIMED("took the caller to say they are {person}"),
    NUMBER_SHOWN("{shown:number shown} is on record for {person}"),
    NUMBER_DIFFERS("{shown:number shown} is not on record for {person}"),

    CHECK_BEGUN("{what}"),
    CHECK_NOT_BEGUN("as {person}, took “{way}”, and nothing was begun: {reason}"),
    CHECK_WENT_ON("{what}"),
    CHECK_WRONG("{what}"),
    CHECK_PASSED("{what}"),
    CHECK_FAILED("{what}"),
    CHECK_DENIED("{what}"),
    CHECK_UNANSWERED("{what}"),
    PERSON_STOPPED("{person} said no on another ticket, so everything of theirs is stopped"),
    STOP_LIFT_ASKED("asked to lift the stop of {person}: {reason}"),
    STOP_LIFT_REFUSED("did not agree to lift the stop of {person}"),
    STOP_LIFTED("agreed to lift the stop of {person}"),

    STARTER_WELCOMED("made the code for the first day of {person}"),
    INVITED_TO_PROOFS("invited {person} to set up what proves them, to {contact}"),
    WISHES_SET("says how they want to be spoken with"),
    NEWS_SET("says what they want to be told: proofs {proofs}, invitations {invitations}"),
    FACTOR_ADDED("set up as a proof: {what}"),
    FACTOR_REMOVED("took away as a proof: {what}"),
    CONTACT_TOLD("told the former {contact} of {person} that it was changed"),
    CONTACT_DISOWNED("knows nothing of the change of the {contact} of {person}"),
    FACTOR_DISOWNED("did not ask for a change of their proofs ({what})"),

    PRESSED("says that they are pressed"),
    SECOND_ASKED("asked for a second person, to {deed:act} for {person}"),
    SECOND_AGREED("agreed as the second person, to {deed:act} for {person}"),
    SECOND_REFUSED("did not agree as the second person, to {deed:act} for {person}"),

    CHANGE_INTENDED("decided to {deed} {account}{way}"),
    CHANGE_NOT_ALLOWED("was not allowed to {deed} {account}: {missing}"),
    CHANGE_ASKED("asked the system to {deed} {account}"),
    CHANGE_CLOSED("did not {deed} {account}: {reason}"),
    CHANGE_TOOK_EFFECT("{account} {became}"),
    CHANGE_REFUSED("refused to {deed} {account}: {reason}"),
    CHANGE_UNKNOWN("gave no answer when asked to {deed} {account}; it is being read back"),
    CHANGE_DID_NOT("did not {deed} {account}; nothing was changed"),
    CHANGE_ON_SERVER("{account} {became}, on {server}"),
    CHANGE_SERVER_BEHIND("{server} does not show it after ten minutes: {account} {became}"),

    PROCEDURE_PUBLISHED("published the procedure {procedure}, version {version}"),
    PROCEDURE_RETIRED("took the procedure {procedure} out of use"),
    RUN_STARTED("started the procedure {procedure}, {cause}"),
    RUN_STEP("{step}: {came}"),
    RUN_NOTED("noted: “{words}”"),
    RUN_ENDED("ended the procedure {procedure}: {how}"),
    RUN_TAKEN_OVER("took over by hand from the procedure {procedure}"),

    NAMED_THEMSELVES("says to be {person}"),
    LINE_WRITTEN("wrote: “{words}”"),
    SECRET_HIDDEN("hid what looked like a secret, before anybody saw it"),
    CHAT_HANDED_OVER("handed it over to the desk: {reason}"),
    PAGE_OFFERED("offered them a page of their own"),
    PAGE_OPENED("opened a page of their own beside it"),

    MESSAGE_LEFT("took the {brings} to {contact}"),
    MESSAGE_ARRIVED("the {brings} reached {contact}"),
    MESSAGE_UNCLEAR("does not say whether it took the {brings} to {contact}; it is not sent again"),
    MESSAGE_FAILED("could not send the {brings} to {contact}: {reason}"),
    PERSON_TOLD("told {person} that a change was made"),
    PROOF_TOLD("told {person} that somebody proved to be them"),

    HANDOVER_CHOSEN("chose to hand the password over by {route}"),
    HANDOVER_SHOWN("looked at the password to read it aloud"),
    HANDOVER_SAID_BACK("heard part {part} of {parts} said back"),
    HANDOVER_DONE("handed the password over, {route}"),
    HANDOVER_WITHDRAWN("withdrew the password: the ticket names somebody else now"),
    HANDOVER_STOPPED("{person} said no, so the unused temporary password is taken out of force"),
    HANDOVER_UNFLAGGED(
            "somebody took 'must change' away from the temporary password, which is still in"
                    + " force"),
    HANDOVER_EXPIRED("the temporary password ran out unused and was replaced by one nobody knows"),
    HANDOVER_REMINDED(
            "the temporary password was not exchanged for an own one within {minutes} minutes"),
    PERSON_IN("changed the temporary password at first sign-in"),

    RECORD_READ("read the record {about}"),
    REPORT_READ("read the report {report}, by {by}"),
    RECORD_EXPORTED("exported the record from entry {from} up to {to}, as {format}"),
    ENTRIES_EXPORTED("exported, as {format}, {entries} entries {about}"),
    RECEIPT_MADE("took out a receipt of {entries} entries"),
    ERASURE_ASKED("asked to erase what names a person: {reason}"),
    ERASURE_REFUSED("did not agree to erase what names a person"),
    ERASURE_DONE("agreed to erase what names a person; {values} values are gone"),
    KEY_CHANGED("changed the key that seals the record: {reason}"),
    STAFF_ASKED("asked to {deed} {analystName}"),
    STAFF_AGREED("agreed to {deed} {analystName}"),
    STAFF_REFUSED("did not agree to {deed} {analystName}"),
    STAFF_ALONE("decided alone, since there is no second steward, to {deed} {analystName}"),
    STAFF_INVITED("took out a code with which {analystName} chooses a password"),
    STAFF_WELCOMED("chose a first password"),
    STEWARD_MADE_ON_MACHINE("{analystName} was made a steward on the machine itself"),
    SYSTEM_SET_UP("set up the system {systemName}; its credential is {credential}"),
    CONNECTION_TESTED("tested the connection to {systemName}: {result}"),
    PROCEDURE_KEPT("kept the procedure {procedure}: {result}"),
    PROCEDURE_TAKEN_AWAY("took the procedure {procedure} away"),
    SOURCE_SET_UP("set up where people come from: {sourceName}"),
    SOURCE_TAKEN_AWAY("took {sourceName} away, from where {people} people came"),
    ORGANISATION_SET_UP("set what holds for the whole desk: {fields}"),
    OUTSIDE_SERVICE_DESCRIBED("described the outside service {what}"),
    OUTSIDE_SERVICE_AGREED("agreed to the description of the outside service {what}"),
    OUTSIDE_SERVICE_ALONE("is the only steward: nobody else agreed to the outside service {what}"),
    OUTSIDE_SERVICE_TRIED("tried the outside service {what} on a telephone of their own"),
    OUTSIDE_SERVICE_TAKEN_AWAY("took the outside service {what} away"),
    FACTOR_HANDED_OUT("brought in by a file what was handed to {person}: {what}"),
    QUESTION_ADDED("added the question “{what}” for people to answer"),
    QUESTION_RETIRED("retired the question “{what}”"),
    QUESTIONS_COUNT_FOR("set what right answers to people's own questions count for: {what}"),
    PAST_BROUGHT_IN("brought in {tickets} made-up tickets of the {days} days before"),
    PEOPLE_COPIED("copied {people} people from the directory"),
    COPY_HELD("did not take over what the directory said: {reason}"),
    ACCOUNTS_MATCHED("found whose {accounts} accounts of {systemName} are"),
    PERSON_CHANGED("{person} was changed in the directory: {fields}"),
    PERSON_GONE("{person} is gone from the directory"),
    RULES_PROPOSED("proposed the rulebook {rulebook}: {reason}"),
    RULES_AGREED("agreed to the rulebook {rulebook}"),
    RULES_REFUSED("did not agree to the rulebook {rulebook}"),
    RULES_OVERTAKEN("did not put the rulebook {rulebook} in force: other rules came between"),
    RULEBOOK_IN_FORCE("put the rulebook {rulebook} in force"),

    // Nothing is recorded so any more; entries made before say it.
    CHECK_ENDED("ended a check without an answer"),
    CODE_SENT("sent a code to {contact}"),
    CODE_READ_BACK("as {person}, read back the code, {try} try"),
    CODE_WRONG("as {person}, read back a wrong code, {left} left"),
    CODE_FAILED("as {person}, read back a wrong code for the last time"),
    CODE_REPLACED("let a code go unanswered"),
    CODE_EXPIRED("did not read the code back in time"),
    AUTHENTICATOR_ASKED("asked for the code of the authenticator"),
    AUTHENTICATOR_RIGHT("as {person}, read the authenticator's code, {try} try"),
    AUTHENTICATOR_WRONG("as {person}, read a wrong authenticator code, {left} left"),
    AUTHENTICATOR_FAILED("as {person}, read a wrong authenticator code for the last time"),
    CALL_BACK_PLACED("called back {contact}"),
    CALL_BACK_ANSWERED("the call back was answered"),
    CALL_BACK_NOT_ANSWERED("the call back was not answered"),
    CALL_BACK_CONFIRMED("heard on the call back that it is {person}"),
    CALL_BACK_FAILED("heard on the call back that it is not {person}"),
    CALL_BACK_DENIED("heard on the call back that {person} does not ask for this"),
    FACT_ASKED("asked for {fact}"),
    FACT_RIGHT("as {person}, gave {fact} as it is on record"),
    FACT_WRONG("as {person}, gave {fact} otherwise than on record"),
    FACT_NOT_GIVEN("as {person}, did not give {fact}"),
    TEXT_LEFT("took the text to {contact}"),
    TEXT_ARRIVED("the text reached {contact}"),
    TEXT_UNCLEAR("does not say whether it took the text to {contact}; it is not sent again"),
    TEXT_FAILED("could not send the text to {contact}: {reason}");

    private final String words;

    EntryKind(String words) {
        this.words = words;
    }

    String words() {
        return words;
    }

    /** The name in leaves and in the API. */
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
