package nembar.core.words;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.Function;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Privilege;
import nembar.core.model.AccessModel;
import nembar.core.text.Words;

/** Privileges as people read them. */
public final class PrivilegeWords {
    private PrivilegeWords() {}

    /** What a privilege gives: "change voyages: own". */
    public static List<String> of(Privilege privilege, AccessModel model) {
        return by(List.of(privilege), model).entrySet().stream()
                .map(one -> one.getKey() + ": " + String.join(" and ", one.getValue()))
                .toList();
    }

    /** What privileges give, by what they give it on: view voyages, and how far. */
    static Map<String, List<String>> by(List<Privilege> privileges, AccessModel model) {
        Map<String, List<String>> by = new LinkedHashMap<>();
        Explanation explanation = Explanation.ofDesign(model);
        for (Privilege privilege : privileges) {
            if (privilege instanceof Privilege.RecordPrivilege of) {
                RecordType type = type(model, of.recordType());
                put(
                        by,
                        Explanation.label(type, of.operation()) + " " + Explanation.plural(type),
                        of.reach().words() + explanation.where(type, of.condition()));
            } else if (privilege instanceof Privilege.FieldPrivilege of) {
                RecordType type = type(model, of.recordType());
                for (String field : of.fields()) {
                    String label = type.field(field).map(Field::label).orElse(field);
                    put(
                            by,
                            Words.of(of.use())
                                    + " "
                                    + label.toLowerCase(Locale.ROOT)
                                    + " of "
                                    + Explanation.plural(type),
                            of.reach().words() + explanation.where(type, of.condition()));
                }
            } else if (privilege instanceof Privilege.FunctionPrivilege of) {
                String name =
                        model.catalogue()
                                .function(of.function())
                                .map(Function::name)
                                .orElse(of.function());
                put(by, name, of.level());
            }
        }
        return by;
    }

    private static void put(Map<String, List<String>> by, String on, String what) {
        by.computeIfAbsent(on, any -> new ArrayList<>()).add(what);
    }

    private static RecordType type(AccessModel model, String key) {
        return model.catalogue().recordType(key).orElseThrow();
    }
}
