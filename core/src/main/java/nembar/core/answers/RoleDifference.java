package nembar.core.answers;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.condition.Condition;
import nembar.core.design.Assignment;
import nembar.core.design.Design;
import nembar.core.design.Privilege;
import nembar.core.design.PrivilegeSet;
import nembar.core.design.Reach;
import nembar.core.design.Role;

/**
 * What two roles give, side by side, whoever holds them (docs/access-model.md, section 6).
 *
 * @param rows one for each thing that either gives and the other does not give alike
 */
public record RoleDifference(List<Row> rows) {
    public RoleDifference {
        rows = List.copyOf(rows);
    }

    /** What is given: an operation, a field to view or change, or a function. */
    public record Subject(String recordType, String what, String use) {}

    /** How far: reaches with their conditions, or levels; empty where it is not given at all. */
    public record Row(Subject subject, List<String> first, List<String> second) {}

    public static RoleDifference between(Design design, Role first, Role second) {
        Map<Subject, List<String>> one = given(design, first);
        Map<Subject, List<String>> other = given(design, second);
        List<Subject> subjects = new ArrayList<>(one.keySet());
        other.keySet().stream().filter(key -> !one.containsKey(key)).forEach(subjects::add);
        List<Row> rows = new ArrayList<>();
        for (Subject subject : subjects) {
            List<String> left = one.getOrDefault(subject, List.of());
            List<String> right = other.getOrDefault(subject, List.of());
            if (!left.equals(right)) {
                rows.add(new Row(subject, left, right));
            }
        }
        return new RoleDifference(rows);
    }

    private static Map<Subject, List<String>> given(Design design, Role role) {
        Map<Subject, List<String>> given = new LinkedHashMap<>();
        for (PrivilegeSet set : design.setsOf(new Assignment.Gives.OfRole(role.key()))) {
            for (Privilege privilege : set.privileges()) {
                if (privilege instanceof Privilege.RecordPrivilege of) {
                    Subject subject = new Subject(of.recordType(), of.operation(), "");
                    add(given, subject, said(of.reach(), of.condition()));
                } else if (privilege instanceof Privilege.FieldPrivilege of) {
                    for (String field : of.fields()) {
                        Subject subject = new Subject(of.recordType(), field, of.use().name());
                        add(given, subject, said(of.reach(), of.condition()));
                    }
                } else if (privilege instanceof Privilege.FunctionPrivilege of) {
                    add(given, new Subject("", of.function(), ""), of.level());
                }
            }
        }
        given.values().forEach(list -> list.sort(null));
        return given;
    }

    private static void add(Map<Subject, List<String>> given, Subject subject, String how) {
        List<String> known = given.computeIfAbsent(subject, any -> new ArrayList<>());
        if (!known.contains(how)) {
            known.add(how);
        }
    }

    private static String said(Reach reach, Optional<Condition> condition) {
        return reach.words() + condition.map(one -> " where " + one.text()).orElse("");
    }
}
