package earnest.selfservice;

import earnest.access.Cookies;
import earnest.ground.Problem;
import earnest.tickets.Actor;

import jakarta.servlet.http.HttpServletRequest;

import org.springframework.stereotype.Component;

import java.util.UUID;

/** Steps that need somebody whom we know: those of a name that nobody has end here. */
@Component
class OwnSteps {
    private final OwnPageDesk desk;
    private final Cookies cookies;

    OwnSteps(OwnPageDesk desk, Cookies cookies) {
        this.desk = desk;
        this.cookies = cookies;
    }

    /**
     * A step of somebody.
     *
     * @param nameMark by which their wrong answers are counted
     */
    record Step(UUID ticket, Actor.Alone who, String nameMark) {
        UUID person() {
            return who.person();
        }
    }

    /**
     * The step of a browser whose page is one of somebody; whether enough is proved is looked at
     * where it is done.
     *
     * @throws Problem 401 or 409 as any step; 403 for a name that nobody has, as where not enough
     *     is proved
     */
    Step known(HttpServletRequest request) {
        OwnSession session = session(request);
        UUID ticket = session.known();
        if (ticket == null) {
            throw notEnough();
        }
        return new Step(ticket, OwnPageDesk.who(session), session.nameMark());
    }

    /**
     * The same, where enough is proved to change what proves them.
     *
     * @throws Problem as {@link #known}
     */
    Step proved(HttpServletRequest request) {
        OwnSession session = session(request);
        UUID ticket = session.known();
        if (ticket == null || !desk.mayChangeProofs(session)) {
            throw notEnough();
        }
        return new Step(ticket, OwnPageDesk.who(session), session.nameMark());
    }

    private OwnSession session(HttpServletRequest request) {
        return desk.step(cookies.read(request, PagesBeside.COOKIE).orElse(null));
    }

    private static Problem notEnough() {
        return new Problem(
                403,
                "not-sure-enough",
                "Prove first that it is you; then you change what proves you and where you are"
                        + " reached.");
    }
}
