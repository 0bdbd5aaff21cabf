package earnest.live;

import earnest.access.Right;
import earnest.access.SignedIn;

import io.swagger.v3.oas.annotations.Hidden;

import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

import java.time.Duration;
import java.util.UUID;

/**
 * One stream a page, which says which ticket it shows. It keeps no session alive, and ends with it.
 */
@Hidden
@RestController
@EnableScheduling
class LiveController {
    private static final Duration AT_MOST = Duration.ofMinutes(30);
    private final LivePages pages;

    LiveController(LivePages pages) {
        this.pages = pages;
    }

    @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter live(SignedIn me, @RequestParam(required = false) @Nullable UUID ticket) {
        if (!me.may(Right.READ_RECORD)) {
            me.must(Right.WORK_AT_DESK);
        }
        return pages.open(me.session(), ticket, AT_MOST);
    }
}
