package earnest.core.procedures;

import earnest.core.procedures.Sentence.Kind;
import earnest.core.procedures.Sentence.Part;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;

/** What a step does, as it is said. Not thread-safe; for one sentence. */
final class ActSentence {
    private final List<Part> parts = new ArrayList<>();

    private ActSentence() {}

    static List<Part> of(Act act) {
        ActSentence sentence = new ActSentence();
        sentence.say(act);
        return sentence.parts;
    }

    private ActSentence said(String words) {
        parts.add(new Part(Kind.SAID, words));
        return this;
    }

    /** A word of the world, as people say it. */
    private ActSentence chosen(String word) {
        parts.add(new Part(Kind.CHOSEN, word.replace('-', ' ')));
        return this;
    }

    private ActSentence text(Words words) {
        parts.add(new Part(Kind.CHOSEN, words.toString()));
        return this;
    }

    private ActSentence name(Object name) {
        parts.add(new Part(Kind.NAME, name.toString()));
        return this;
    }

    private ActSentence called(@Nullable String as) {
        return as == null ? this : said(", to be called").name(as);
    }

    private ActSentence deed(Act.Deed deed) {
        return chosen(deed.action()).said("in").chosen(deed.system());
    }

    private void say(Act act) {
        switch (act) {
            case Act.FindContact find ->
                    said("Find the person's").chosen(find.kind()).called(find.as());
            case Act.Ask ask -> said("Ask the person").text(ask.question()).called(ask.as());
            case Act.Prove prove -> prove(prove);
            case Act.Approve approve ->
                    said("Have")
                            .deed(approve.deed())
                            .said("approved by a second person, a")
                            .chosen(approve.role());
            case Act.Draw draw ->
                    said("Draw a password for")
                            .chosen(draw.system())
                            .said(", one to be")
                            .chosen(draw.style().word())
                            .called(draw.name());
            case Act.Change change -> change(change);
            case Act.ReadAloud read -> said("Read").name(read.secret()).said("aloud to the person");
            case Act.SendSecret send ->
                    said("Hand over")
                            .name(send.secret())
                            .said("by")
                            .chosen(send.by().word())
                            .said("to")
                            .name(send.to())
                            .said(", saying")
                            .chosen(send.text());
            case Act.Withdraw withdraw ->
                    said("Withdraw").name(withdraw.secret()).said("in").chosen(withdraw.system());
            case Act.EndTemporary end ->
                    said("End whatever temporary password they have in").chosen(end.system());
            case Act.Send send -> said("Send").chosen(send.text()).said("to").name(send.to());
            case Act.Note note -> said("Note on the ticket").text(note.words());
            case Act.Milestone milestone -> said("So far it is").text(milestone.words());
            case Act.Call call -> call(call);
            case Act.WaitFor wait -> waitFor(wait);
            case Act.Wait wait -> said("Wait").chosen(wait.minutes() + " minutes");
            case Act.Run run -> said("Carry out the procedure").name(run.procedure());
            case Act.Pass pass -> said("Pass it to the").chosen(pass.team());
            case Act.Close close -> said("Close with").text(close.words());
            case Act.Stop stop -> said("Stop with").text(stop.words());
        }
    }

    private void prove(Act.Prove prove) {
        said("Wait for proof enough for").deed(prove.deed());
        if (prove.within() > 0) {
            said(", not older than").chosen(prove.within() + " minutes");
        }
    }

    private void change(Act.Change change) {
        said("Make the change").deed(change.deed());
        if (change.with() != null) {
            said("with").name(change.with());
        }
        if (change.as() != null) {
            said(", the answer to be called").name(change.as());
        }
    }

    private void call(Act.Call call) {
        said("Ask").chosen(call.connection()).said("to").chosen(call.operation());
        for (int i = 0; i < call.with().size(); i++) {
            said(i == 0 ? "with" : "and").name(call.with().get(i));
        }
        if (call.as() != null) {
            said(", the answer to be called").name(call.as());
        }
    }

    private void waitFor(Act.WaitFor wait) {
        said(
                switch (wait.what()) {
                    case SIGN_IN -> "Wait until the person is in, at most";
                    case REPLY -> "Wait for the person's reply, at most";
                    case APPROVAL -> "Wait for the approval, at most";
                });
        chosen(wait.amount() + " " + wait.unit().word());
    }
}
