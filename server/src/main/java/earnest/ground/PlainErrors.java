package earnest.ground;

import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.tomcat.ConfigurableTomcatWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

import java.io.IOException;

/**
 * What the web server refuses before the application sees it (broken addresses, headers that are
 * too large) is answered like all else, and does not tell what serves it.
 */
public class PlainErrors extends ErrorReportValve {
    private static final int FIRST_ERROR = 400;
    private static final int FIRST_FAULT = 500;

    @Override
    protected void report(Request request, Response response, @Nullable Throwable throwable) {
        int status = response.getStatus();
        if (status < FIRST_ERROR || response.isCommitted() || !response.setErrorReported()) {
            return;
        }
        try {
            SecurityHeaders.write(response.getResponse());
            ProblemDocument.write(
                    response.getResponse(),
                    status,
                    status >= FIRST_FAULT ? "failed" : "unreadable",
                    status >= FIRST_FAULT
                            ? "Something went wrong in Earnest. Try again."
                            : "Earnest cannot read this request.");
            response.finishResponse();
        } catch (IOException gone) {
            // Whoever asked does not listen any more.
            return;
        }
    }

    @Configuration(proxyBeanMethods = false)
    static class OfThisServer {
        @Bean
        WebServerFactoryCustomizer<ConfigurableTomcatWebServerFactory> plainErrors() {
            return factory ->
                    factory.addContextCustomizers(
                            context ->
                                    ((StandardHost) context.getParent())
                                            .setErrorReportValveClass(PlainErrors.class.getName()));
        }
    }
}
