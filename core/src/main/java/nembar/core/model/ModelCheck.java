package nembar.core.model;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import nembar.core.catalogue.Application;
import nembar.core.catalogue.Catalogue;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.condition.Polarity;
import nembar.core.condition.Scope;
import nembar.core.design.Design;
import nembar.core.directory.Directory;
import nembar.core.text.Nearest;

/**
 * Finds everything that is wrong with the parts of a model, in the terms of a design document. Each
 * part has a check of its own; this class holds what they share.
 */
final class ModelCheck {
    private static final Pattern KEY = Pattern.compile("[a-z0-9][a-z0-9._-]{0,99}");

    private final List<Problem> problems = new ArrayList<>();

    private ModelCheck() {}

    static List<Problem> problemsOf(
            Application application, Catalogue catalogue, Directory directory, Design design) {
        ModelCheck check = new ModelCheck();
        check.key("application.key", application.key());
        new DirectoryCheck(directory, check).run();
        return check.design(catalogue, directory, design);
    }

    /** The problems of a design with a directory that has none by itself. */
    static List<Problem> problemsOfDesign(Catalogue catalogue, Directory directory, Design design) {
        return new ModelCheck().design(catalogue, directory, design);
    }

    private List<Problem> design(Catalogue catalogue, Directory directory, Design design) {
        AudienceCheck audiences = new AudienceCheck(directory, design, this);
        new CatalogueCheck(catalogue, audiences, this).run();
        new DesignCheck(catalogue, directory, design, audiences, this).run();
        return problems;
    }

    void report(String path, String message) {
        problems.add(new Problem(path, message));
    }

    /** Reports keys that are malformed or used twice; {@code list} is the path of the list. */
    <T> void keys(String list, Collection<T> elements, Function<T, String> keyOf) {
        Set<String> seen = new HashSet<>();
        for (T element : elements) {
            String key = keyOf.apply(element);
            key(list + "[" + key + "]", key);
            if (!seen.add(key)) {
                report(list + "[" + key + "]", "the key `" + key + "` is used twice");
            }
        }
    }

    private void key(String path, String key) {
        if (key == null || !KEY.matcher(key).matches()) {
            report(
                    path,
                    "a key is 1 to 100 small letters, digits, dots, hyphens or underscores, and"
                            + " begins with a letter or digit");
        }
    }

    /** Reports a reference that leads nowhere, with the nearest name that would. */
    boolean refers(String path, String what, String key, Collection<String> known) {
        if (known.contains(key)) {
            return true;
        }
        report(path, "no " + what + " `" + key + "`" + Nearest.hint(key, known));
        return false;
    }

    boolean refers(String path, String what, Optional<String> key, Collection<String> known) {
        return key.map(one -> refers(path, what, one, known)).orElse(true);
    }

    /** Reports the first thing a condition gets wrong. */
    void condition(String path, Condition condition, Scope scope, Polarity standing) {
        try {
            condition.check(scope, standing);
        } catch (ConditionRefused refused) {
            report(path, refused.getMessage());
        }
    }

    /** Reports each element that is, through {@code up}, above itself. */
    void noCycles(String list, Map<String, List<String>> up, String what) {
        Set<String> clear = new HashSet<>();
        for (String start : up.keySet()) {
            if (circles(start, up, new HashSet<>(), clear)) {
                report(list + "[" + start + "]", "it is " + what + " itself, by way of others");
            }
        }
    }

    private static boolean circles(
            String at, Map<String, List<String>> up, Set<String> way, Set<String> clear) {
        if (clear.contains(at)) {
            return false;
        }
        if (!way.add(at)) {
            return true;
        }
        boolean circles =
                up.getOrDefault(at, List.of()).stream()
                        .anyMatch(next -> circles(next, up, way, clear));
        way.remove(at);
        if (!circles) {
            clear.add(at);
        }
        return circles;
    }

    /** Reports values that two elements share, compared without case. */
    <T> void unique(
            String list,
            Collection<T> elements,
            Function<T, String> keyOf,
            Function<T, String> valueOf,
            String what) {
        Map<String, String> owner = new HashMap<>();
        for (T element : elements) {
            String value = valueOf.apply(element);
            String other = owner.putIfAbsent(value.toLowerCase(Locale.ROOT), keyOf.apply(element));
            if (other != null) {
                report(
                        list + "[" + keyOf.apply(element) + "]",
                        "the " + what + " `" + value + "` belongs to `" + other + "` already");
            }
        }
    }

    static <T> Set<String> keysOf(Collection<T> elements, Function<T, String> key) {
        return elements.stream().map(key).collect(Collectors.toSet());
    }
}
