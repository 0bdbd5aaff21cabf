package earnest.tickets;

import earnest.channels.LineEvent;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Turns what happens on the line into tickets and ends of conversations. */
@Component
class LineListener {
    private final Calls calls;

    LineListener(Calls calls) {
        this.calls = calls;
    }

    @EventListener
    void on(LineEvent event) {
        switch (event) {
            case LineEvent.Rang(String call, var number) -> calls.rang(call, number);
            case LineEvent.Ended(String call, boolean dropped) -> calls.callEnded(call, dropped);
            // Checks begin the conversation of a call back; here it can only end.
            case LineEvent.CallBack(String call, String state) -> {
                if (state.equals("ended") || state.equals("dropped")) {
                    calls.callEnded(call, state.equals("dropped"));
                }
            }
        }
    }
}
