package earnest.selfservice;

import earnest.access.Cookies;
import earnest.ground.ApiCall;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;

import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Where somebody who set up what proves them goes on to choose a password, in the same visit. */
@RestController
class OwnGoingOnController {
    @Schema(name = "OwnPageGoesOn")
    record GoesOn(@NotNull OwnSession.Wants wants) {}

    private final OwnPageDesk desk;
    private final Cookies cookies;
    private final EvenTime time;

    OwnGoingOnController(OwnPageDesk desk, Cookies cookies, EvenTime time) {
        this.desk = desk;
        this.cookies = cookies;
        this.time = time;
    }

    @ApiCall(
            id = "goOnWithOwnPage",
            summary = "Goes on for something else, such as an own password, in the same visit.",
            more = "What was proved so far stands. What the rules ask more is proved first.",
            refuses = {
                "403 not-sure-enough",
                "401 page-over",
                "409 page-over",
                "409 moved-on",
                "409 nothing-to-do"
            },
            example = "{\"wants\": \"own-password\"}")
    @PutMapping("/api/own/wants")
    OwnPage goOn(@Valid @RequestBody GoesOn on, HttpServletRequest request) {
        return time.answerLong(
                () ->
                        desk.goOnFor(
                                cookies.read(request, PagesBeside.COOKIE).orElse(null),
                                on.wants()));
    }
}
