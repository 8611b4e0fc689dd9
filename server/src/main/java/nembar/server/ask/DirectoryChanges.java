package nembar.server.ask;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import nembar.core.directory.Directory;
import nembar.server.ask.AccessChanges.AccessChange;
import nembar.server.document.DesignDocument.PersonPart;
import nembar.server.model.Models;
import nembar.server.store.ModelStore;
import nembar.server.store.ModelStore.PersonPast;
import nembar.server.store.ModelStore.TeamPast;
import org.springframework.stereotype.Service;

/** When somebody became another in the directory, as far as that may touch what they can do. */
@Service
class DirectoryChanges {
    private final ModelStore store;
    private final Models models;

    DirectoryChanges(ModelStore store, Models models) {
        this.store = store;
        this.models = models;
    }

    /** The last ones, in no order. */
    List<AccessChange> of(String person, int atMost) {
        Directory directory = models.directory();
        List<AccessChange> changes = new ArrayList<>();
        List<PersonPast> past = store.pastOf(person, atMost + 1);
        for (int i = 0; i + 1 < past.size(); i++) {
            String words = words(directory, past.get(i + 1).part(), past.get(i).part());
            if (!words.isEmpty()) {
                changes.add(change(past.get(i).from(), words));
            }
        }
        if (!past.isEmpty() && past.size() <= atMost) {
            changes.add(change(past.get(past.size() - 1).from(), "added to the directory"));
        }
        changes.addAll(teams(store.teamsOf(person, atMost), directory.teamNames()));
        return changes;
    }

    private static String words(Directory directory, PersonPart before, PersonPart after) {
        List<String> words = new ArrayList<>();
        if (!Objects.equals(before.unit(), after.unit())) {
            words.add(
                    after.unit() == null
                            ? "left their unit"
                            : "moved to " + directory.unitName(after.unit()));
        }
        if (!Objects.equals(before.status(), after.status())) {
            words.add("became " + after.status());
        }
        if (!before.accounts().equals(after.accounts())) {
            words.add("acts for other accounts");
        }
        if (!before.attributes().equals(after.attributes())) {
            words.add("an attribute of theirs changed");
        }
        if (!Objects.equals(before.manager(), after.manager())) {
            words.add("has another manager");
        }
        return String.join(", ", words);
    }

    /** Joined where no revision of the team that named them ended; left where none began. */
    private static List<AccessChange> teams(List<TeamPast> past, Map<String, String> names) {
        Set<List<Object>> began = new HashSet<>();
        Set<List<Object>> ended = new HashSet<>();
        for (TeamPast one : past) {
            began.add(List.of(one.team(), one.from()));
            one.until().ifPresent(until -> ended.add(List.of(one.team(), until)));
        }
        List<AccessChange> changes = new ArrayList<>();
        for (TeamPast one : past) {
            String name = names.getOrDefault(one.team(), one.team());
            if (!ended.contains(List.of(one.team(), one.from()))) {
                changes.add(change(one.from(), "joined " + name));
            }
            one.until()
                    .filter(until -> !began.contains(List.of(one.team(), until)))
                    .ifPresent(until -> changes.add(change(until, "left " + name)));
        }
        return changes;
    }

    private static AccessChange change(Instant at, String words) {
        return new AccessChange(at, Optional.empty(), words);
    }
}
