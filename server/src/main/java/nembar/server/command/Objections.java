package nembar.server.command;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.directory.Person;
import nembar.core.governance.Objection;
import nembar.server.http.Named;
import nembar.server.model.Models;
import org.springframework.stereotype.Component;

/** Says what stands against a command, and whose approval would lift it. */
@Component
public class Objections {
    private final Models models;

    Objections(Models models) {
        this.models = models;
    }

    /**
     * @throws Objected with every objection there is
     */
    public void require(List<Objection> objections) {
        if (!objections.isEmpty()) {
            throw new Objected(
                    "This cannot be published: " + objections.get(0).why(),
                    objections.stream().map(this::said).toList(),
                    objections);
        }
    }

    /** An objection with some of those who could lift it. */
    public String said(Objection objection) {
        List<String> names =
                objection.approvers().stream()
                        .flatMap(key -> models.directory().person(key).stream())
                        .map(Person::name)
                        .limit(3)
                        .toList();
        return objection.why()
                + (names.isEmpty()
                        ? ""
                        : " Somebody who can agree: " + String.join(", ", names) + ".");
    }

    /** Those whose word would lift one of them; nobody where one cannot be lifted. */
    public Set<String> approvers(List<Objection> objections) {
        Set<String> approvers = new TreeSet<>();
        if (objections.stream().noneMatch(one -> one.approvers().isEmpty())) {
            objections.forEach(one -> approvers.addAll(one.approvers()));
        }
        return approvers;
    }

    public List<Named> named(Set<String> people) {
        Map<String, String> names = models.directory().personNames();
        return people.stream().map(key -> new Named(key, names.getOrDefault(key, key))).toList();
    }
}
