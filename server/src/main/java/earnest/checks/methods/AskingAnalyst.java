package earnest.checks.methods;

import earnest.access.Analysts;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.Optional;

/** By whose name somebody is asked: the analyst who holds the ticket. */
@Component
public class AskingAnalyst {
    private final Tickets tickets;
    private final Analysts analysts;

    AskingAnalyst(Tickets tickets, Analysts analysts) {
        this.tickets = tickets;
        this.analysts = analysts;
    }

    /** Their name; empty while nobody holds it. */
    public Optional<String> of(Check check) {
        return Optional.ofNullable(tickets.view(check.ticket()).holder())
                .flatMap(analysts::find)
                .map(Analysts.Colleague::name);
    }
}
