package earnest;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.AppenderBase;

import earnest.testkit.Incidents;

import org.slf4j.LoggerFactory;

/** Hands what the server logs of its incidents to whoever shows why a test failed. */
final class IncidentsLogged extends AppenderBase<ILoggingEvent> {
    private IncidentsLogged() {}

    static void listen() {
        IncidentsLogged appender = new IncidentsLogged();
        appender.start();
        ((Logger) LoggerFactory.getLogger("earnest")).addAppender(appender);
    }

    @Override
    protected void append(ILoggingEvent event) {
        Incidents.logged(event.getFormattedMessage());
    }
}
