package earnest.people;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;

/** Finding people as they are typed. */
@RestController
class PeopleController {
    private static final int MOST = 12;
    private final People people;

    PeopleController(People people) {
        this.people = people;
    }

    @ApiCall(
            id = "findPeople",
            summary = "Finds people by name, account, telephone or staff number.",
            asked = {
                "find=hanne: part of a name, an account, a staff number, a telephone number or a"
                        + " mailbox"
            },
            refuses = {"422 invalid"})
    @GetMapping("/api/people")
    List<People.Found> find(SignedIn me, @RequestParam String find) {
        if (!me.may(Right.READ_RECORD)) {
            me.must(Right.WORK_AT_DESK);
        }
        return people.find(find, MOST);
    }

    @ApiCall(id = "peopleFreshness", summary = "Says how old the copy of people is.")
    @GetMapping("/api/people/freshness")
    People.Freshness freshness(SignedIn me) {
        return people.freshness();
    }
}
