package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;
import earnest.core.procedures.Sight.Value;
import earnest.core.procedures.World.ValueType;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/** Whether what a name stands for may stand where it does. */
final class ValueCheck {
    private static final Set<Value> NO_TEXT = EnumSet.of(Value.CONTACT, Value.RESULT);

    private final Sight sight;
    private final Report report;

    ValueCheck(Sight sight, Report report) {
        this.sight = sight;
        this.report = report;
    }

    /** Where a name is read. */
    record Place(int line, PathState state, boolean inOtherwise) {}

    /**
     * A text with slots.
     *
     * @param what the place that the text reaches, such as "the note"
     */
    void words(Words words, String what, Place place) {
        for (Reference slot : words.slots()) {
            text(slot, what, place);
        }
    }

    /** A name whose value reaches a text that is not made for secrets. */
    void text(Reference reference, String what, Place place) {
        Set<Value> values = see(reference, place);
        if (values.contains(Value.SECRET)) {
            leak(reference, what, place);
        }
        if (values.stream().anyMatch(NO_TEXT::contains)) {
            wrong(reference, values, "a text", place);
        }
    }

    /** A name of which only is asked whether it is there. */
    void present(Reference reference, Place place) {
        see(reference, place);
    }

    /**
     * A name that must stand for a secret.
     *
     * @return whether it does on every path
     */
    boolean secret(Reference reference, Place place) {
        return only(Value.SECRET, reference, "a secret", place);
    }

    /**
     * A name that must stand for a contact.
     *
     * @param mailbox whether it must be one, or must be none; null where both will do
     */
    void contact(Reference reference, Optional<Boolean> mailbox, Place place) {
        only(Value.CONTACT, reference, "a contact", place);
        if (mailbox.isEmpty()) {
            return;
        }
        for (String kind : sight.contacts(reference, place.state())) {
            if (isMailbox(kind) != mailbox.get()) {
                report.add(
                        place.line(),
                        Code.WRONG_TYPE,
                        "'%s' is a %s (%s); this goes to a %s"
                                .formatted(
                                        reference,
                                        mailbox.get() ? "telephone" : "mailbox",
                                        kind,
                                        mailbox.get() ? "mailbox" : "telephone"));
            }
        }
    }

    private static boolean isMailbox(String kind) {
        return kind.contains("mail");
    }

    /** What is given to an outside service. */
    void parameter(Reference reference, ValueType type, Place place) {
        Set<Value> values = see(reference, place);
        if (values.stream().anyMatch(NO_TEXT::contains)) {
            wrong(reference, values, type == ValueType.SECRET ? "a secret" : "a text", place);
        }
        if (type == ValueType.SECRET) {
            if (values.contains(Value.TEXT) || values.contains(Value.PERSONAL)) {
                wrong(reference, values, "a secret", place);
            }
            return;
        }
        if (values.contains(Value.SECRET)) {
            leak(reference, "an outside service", place);
        }
        if (type == ValueType.TEXT && values.contains(Value.PERSONAL)) {
            report.add(
                    place.line(),
                    Code.PERSONAL_LEAK,
                    "'%s' is about a person and would reach a service that takes nothing personal"
                            .formatted(reference));
        }
    }

    /** A slot of a message text, which takes the name that is called like it. */
    void slot(String slot, Place place) {
        Reference reference = Reference.of(slot);
        boolean named =
                reference != null
                        && reference.part() == null
                        && !sight.see(reference, place.state(), place.inOtherwise())
                                .contains(Value.NOTHING);
        if (named) {
            text(reference, "the message", place);
        } else if (!slot.equals("name") && !slot.equals("number")) {
            report.add(
                    place.line(),
                    Code.WRONG_TYPE,
                    "nothing fills the slot '%s': no name in sight is called so on every path"
                            .formatted(slot));
        }
    }

    /** Whether it is read at all; unknown parameters are not judged. */
    void read(Reference reference, Place place) {
        see(reference, place);
    }

    private boolean only(Value wanted, Reference reference, String what, Place place) {
        Set<Value> values = see(reference, place);
        Set<Value> others = EnumSet.copyOf(values);
        others.removeAll(EnumSet.of(wanted, Value.ANY, Value.NOTHING));
        if (!others.isEmpty()) {
            wrong(reference, others, what, place);
        }
        return others.isEmpty() && !values.contains(Value.NOTHING);
    }

    private Set<Value> see(Reference reference, Place place) {
        Set<Value> values = sight.see(reference, place.state(), place.inOtherwise());
        if (values.contains(Value.NOTHING)) {
            String why =
                    values.size() == 1
                            ? "nothing gives '%s' a value before this line"
                            : "'%s' has no value on some path that leads here";
            report.add(place.line(), Code.UNASSIGNED, why.formatted(reference));
        }
        return values;
    }

    private void leak(Reference reference, String what, Place place) {
        report.add(
                place.line(),
                Code.LEAK,
                "the secret '%s' would reach %s".formatted(reference, what));
    }

    private void wrong(Reference reference, Set<Value> values, String wanted, Place place) {
        String is =
                values.contains(Value.CONTACT)
                        ? "a contact"
                        : values.contains(Value.RESULT)
                                ? "a whole result, of which a part can be read"
                                : values.contains(Value.SECRET) ? "a secret" : "a text";
        report.add(
                place.line(),
                Code.WRONG_TYPE,
                "'%s' is %s where %s is asked".formatted(reference, is, wanted));
    }
}
