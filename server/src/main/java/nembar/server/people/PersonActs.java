package nembar.server.people;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.LinkedHashSet;
import java.util.List;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.core.text.Wording;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;
import nembar.server.people.RoleGrants.Given;
import org.springframework.stereotype.Service;

/** What is done to people, one or many at a time: each act by its name. */
@Service
class PersonActs {
    static final String PERSON = "person";
    private static final int PEOPLE_AT_MOST = 500;

    private final PlacingActs placing;
    private final RoleActs roles;
    private final StatusActs statuses;
    private final SignInActs signIns;
    private final PersonSheets sheets;

    PersonActs(
            PlacingActs placing,
            RoleActs roles,
            StatusActs statuses,
            SignInActs signIns,
            PersonSheets sheets) {
        this.placing = placing;
        this.roles = roles;
        this.statuses = statuses;
        this.signIns = signIns;
        this.sheets = sheets;
    }

    /** Where people are to sit. What is null stays; what is empty is taken away. */
    record Place(String unit, String manager, String account, String timeZone) {}

    /**
     * An act on people.
     *
     * @param act place, team, assign, unassign, suspend, bringBack, close, resend, withdraw, reset,
     *     lock, unlock, endFactor, lookThrough, keepAddress or signOut
     * @param people their keys
     * @param team for team
     * @param given for assign
     * @param assignment application and key, as in {@code towline/dispatch-delta}, for unassign
     * @param heir who takes over what a closed person owns and leads; empty for nobody
     * @param override why broken expectations are put up with, for assign
     * @param draft whether what is given or taken back is left as a draft for somebody else
     */
    record ActOn(
            @NotNull
                    @OneOf(
                            words = {
                                "place", "team", "assign", "unassign", "suspend", "bringBack",
                                "close", "resend", "withdraw", "reset", "lock", "unlock",
                                "endFactor", "lookThrough", "keepAddress", "signOut"
                            })
                    String act,
            @NotNull List<String> people,
            Place place,
            String team,
            @Valid Given given,
            String assignment,
            String heir,
            String override,
            Boolean draft) {
        ActOn {
            people = people == null ? List.of() : List.copyOf(people);
        }
    }

    Preview act(Submission submission, ActOn act) {
        List<Person> people = people(act);
        return switch (act.act()) {
            case "place" -> placing.place(submission, people, act.place());
            case "team" -> placing.team(submission, people, act.team());
            case "assign" -> roles.assign(submission, people, act);
            case "unassign" -> roles.unassign(submission, people, act);
            case "suspend" ->
                    statuses.set(submission, people, PersonStatus.ACTIVE, PersonStatus.SUSPENDED);
            case "bringBack" -> statuses.bringBack(submission, people);
            case "close" -> statuses.close(submission, people, act.heir());
            case "resend" -> signIns.resend(submission, people);
            case "withdraw" -> signIns.withdraw(submission, people);
            case "reset" -> signIns.reset(submission, people);
            case "lock" -> signIns.lock(submission, people);
            case "unlock" -> signIns.unlock(submission, people);
            case "endFactor" -> signIns.endFactor(submission, people);
            case "lookThrough" -> signIns.lookThrough(submission, people);
            case "keepAddress" -> signIns.keepAddress(submission, people);
            case "signOut" -> signIns.signOut(submission, people);
            default -> throw new BadRequest("act", "There is no act `" + act.act() + "`.");
        };
    }

    private List<Person> people(ActOn act) {
        if (act.people().isEmpty() || act.people().size() > PEOPLE_AT_MOST) {
            throw new BadRequest(
                    "people", "Pick one person or more, at most " + PEOPLE_AT_MOST + ".");
        }
        return new LinkedHashSet<>(act.people()).stream().map(sheets::known).toList();
    }

    static String said(List<Person> people) {
        return Wording.some(people.stream().map(Person::name).toList());
    }

    static List<String> keys(List<Person> people) {
        return people.stream().map(Person::key).toList();
    }
}
