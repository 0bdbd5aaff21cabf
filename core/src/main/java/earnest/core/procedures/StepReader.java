package earnest.core.procedures;

import earnest.core.procedures.Act.Deed;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/** Reads what a step says: one form for each word that a step may begin with. */
final class StepReader {
    private static final Map<String, Function<Cursor, Act>> FORMS = new LinkedHashMap<>();

    static {
        FORMS.put("find", StepReader::find);
        FORMS.put("ask", StepReader::ask);
        FORMS.put("prove", StepReader::prove);
        FORMS.put("approve", StepReader::approve);
        FORMS.put("draw", StepReader::draw);
        FORMS.put("change", StepReader::change);
        FORMS.put("hand", StepReader::handOver);
        FORMS.put("withdraw", StepReader::withdraw);
        FORMS.put("end", StepReader::end);
        FORMS.put("send", StepReader::send);
        FORMS.put("note", c -> new Act.Note(c.words("the note")));
        FORMS.put("milestone", c -> new Act.Milestone(c.words("the milestone")));
        FORMS.put("call", StepReader::call);
        FORMS.put("wait", StepReader::waiting);
        FORMS.put("run", c -> new Act.Run(c.name("the name of a procedure")));
        FORMS.put("pass", StepReader::pass);
        FORMS.put("close", c -> new Act.Close(c.words("the words with which it closes")));
        FORMS.put("stop", c -> new Act.Stop(c.words("the words with which it stops")));
    }

    private StepReader() {}

    /** The words that a step may begin with. */
    static Set<String> beginnings() {
        return FORMS.keySet();
    }

    /** Reads a step that fills the rest of the line; null where no step begins with the word. */
    static @Nullable Act read(String first, Cursor rest) {
        Function<Cursor, Act> form = FORMS.get(first);
        if (form == null) {
            return null;
        }
        Act act = form.apply(rest);
        rest.end();
        return act;
    }

    private static Act find(Cursor c) {
        c.take("contact");
        String kind = c.name("a kind of contact");
        c.take("as");
        return new Act.FindContact(kind, c.name("a name"));
    }

    private static Act ask(Cursor c) {
        Words question = c.words("the question");
        c.take("as");
        return new Act.Ask(question, c.name("a name"));
    }

    private static Deed deed(Cursor c) {
        String action = c.name("an action");
        c.take("in");
        return new Deed(action, c.name("a system"));
    }

    private static Act prove(Cursor c) {
        Deed deed = deed(c);
        int within = 0;
        if (c.takes("within")) {
            within = c.number();
            c.take("minutes");
        }
        return new Act.Prove(deed, within);
    }

    private static Act approve(Cursor c) {
        Deed deed = deed(c);
        c.take("by");
        return new Act.Approve(deed, c.name("a role"));
    }

    private static Act draw(Cursor c) {
        String name = c.name("a name");
        c.take("in");
        String system = c.name("a system");
        c.take("as");
        return new Act.Draw(name, system, c.oneOf(Act.Style.values(), Act.Style::word));
    }

    private static Act change(Cursor c) {
        Deed deed = deed(c);
        Reference with = c.takes("with") ? c.reference("the name of a secret") : null;
        return new Act.Change(deed, with, c.takes("as") ? c.name("a name") : null);
    }

    private static Act handOver(Cursor c) {
        c.take("over");
        Reference secret = c.reference("the name of a secret");
        c.take("by");
        if (c.takes("read-aloud")) {
            return new Act.ReadAloud(secret);
        }
        Act.Carrying by = c.oneOf(Act.Carrying.values(), Act.Carrying::word);
        c.take("to");
        Reference to = c.reference("the name of a contact");
        c.take("saying");
        return new Act.SendSecret(secret, by, to, c.name("the name of a message text"));
    }

    private static Act withdraw(Cursor c) {
        Reference secret = c.reference("the name of a secret");
        c.take("in");
        return new Act.Withdraw(secret, c.name("a system"));
    }

    private static Act end(Cursor c) {
        c.take("temporary", "in");
        return new Act.EndTemporary(c.name("a system"));
    }

    private static Act send(Cursor c) {
        String text = c.name("the name of a message text");
        c.take("to");
        return new Act.Send(text, c.reference("the name of a contact"));
    }

    private static Act call(Cursor c) {
        String connection = c.name("a connection");
        String operation = c.name("an operation");
        List<Reference> with = new ArrayList<>();
        if (c.takes("with")) {
            do {
                with.add(c.reference("a name"));
            } while (c.takesComma());
        }
        return new Act.Call(connection, operation, with, c.takes("as") ? c.name("a name") : null);
    }

    private static Act waiting(Cursor c) {
        if (!c.takes("for")) {
            int minutes = c.number();
            c.take("minutes");
            return new Act.Wait(minutes);
        }
        Act.Awaited what = c.oneOf(Act.Awaited.values(), Act.Awaited::word);
        c.take("at", "most");
        int amount = c.number();
        return new Act.WaitFor(what, amount, c.oneOf(Act.TimeUnit.values(), Act.TimeUnit::word));
    }

    private static Act pass(Cursor c) {
        c.take("to");
        return new Act.Pass(c.name("a team"));
    }
}
