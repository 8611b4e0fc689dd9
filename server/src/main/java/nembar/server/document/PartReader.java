package nembar.server.document;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiFunction;
import java.util.function.Function;
import nembar.core.condition.Condition;
import nembar.core.condition.ConditionRefused;
import nembar.core.design.Times;
import nembar.core.design.WeeklyHours;
import nembar.core.directory.Audience;
import nembar.core.model.Problem;
import nembar.core.text.Nearest;
import nembar.core.text.Words;
import nembar.server.document.DesignDocument.AudiencePart;
import nembar.server.http.Instants;

/**
 * What reading a design document takes everywhere: it goes on after a problem, and keeps each with
 * its place.
 */
final class PartReader {
    private final List<Problem> problems = new ArrayList<>();

    List<Problem> problems() {
        return problems;
    }

    Audience audience(String path, AudiencePart part) {
        if (part == null) {
            problem(path, "it is missing");
            return new Audience(List.of(), List.of());
        }
        return new Audience(who(path + ".of", part.of()), who(path + ".except", part.except()));
    }

    private List<Audience.Part> who(String path, List<DesignDocument.WhoPart> parts) {
        List<Audience.Part> read = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            DesignDocument.WhoPart part = parts.get(i);
            List<Audience.Part> said = new ArrayList<>();
            add(said, part.person(), Audience.OnePerson::new);
            add(said, part.team(), Audience.OneTeam::new);
            boolean below = Boolean.TRUE.equals(part.below());
            add(said, part.unit(), key -> new Audience.OneUnit(key, below));
            add(said, part.role(), Audience.HoldersOf::new);
            add(said, part.externalsOf(), Audience.ExternalsOf::new);
            add(said, part.externalsTagged(), Audience.ExternalsTagged::new);
            if (part.all() != null) {
                said.add(
                        switch (part.all()) {
                            case "staff" -> new Audience.AllStaff();
                            case "externals" -> new Audience.AllExternals();
                            default -> null;
                        });
            }
            if (said.size() == 1 && said.get(0) != null) {
                read.add(said.get(0));
            } else {
                problem(
                        path + "[" + i + "]",
                        "name exactly one of person, team, unit, role, externalsOf,"
                                + " externalsTagged, or all (staff or externals)");
            }
        }
        return read;
    }

    private static void add(
            List<Audience.Part> parts, String key, Function<String, Audience.Part> part) {
        if (key != null) {
            parts.add(part.apply(key));
        }
    }

    /** Reads each element under its path: by its key, or by its place where it has none. */
    <P, T> List<T> each(
            String list, List<P> parts, Function<P, String> key, BiFunction<String, P, T> read) {
        List<T> elements = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            P part = parts.get(i);
            if (key.apply(part) == null) {
                problem(list + "[" + i + "].key", "it is missing");
            } else {
                elements.add(read.apply(list + "[" + key.apply(part) + "]", part));
            }
        }
        return elements;
    }

    String text(String path, String value) {
        if (value == null || value.isBlank()) {
            problem(path, "it is missing");
            return "";
        }
        return value;
    }

    <E extends Enum<?>> E word(String path, String value, E[] values) {
        Optional<E> found = Words.find(values, value);
        if (found.isPresent()) {
            return found.get();
        }
        List<String> known = Arrays.stream(values).map(Words::of).toList();
        problem(
                path,
                "expected one of "
                        + String.join(", ", known)
                        + (value == null
                                ? ", found nothing"
                                : ", found `" + value + "`" + Nearest.hint(value, known)));
        return values[0];
    }

    ZoneId zone(String path, String value) {
        try {
            return ZoneId.of(Objects.requireNonNullElse(value, ""));
        } catch (DateTimeException unknown) {
            problem(path, "no time zone `" + value + "`; write it as in Europe/London");
            return ZoneId.of("UTC");
        }
    }

    /** A condition in the text encoding; empty where there is none or it cannot be read. */
    Optional<Condition> condition(String path, String text) {
        if (text == null) {
            return Optional.empty();
        }
        try {
            return Optional.of(Condition.ofText(text));
        } catch (ConditionRefused refused) {
            problem(path, refused.getMessage());
            return Optional.empty();
        }
    }

    Times times(String path, String from, String until, List<DesignDocument.HoursPart> hours) {
        return new Times(
                instant(path + ".from", from), instant(path + ".until", until), hours(path, hours));
    }

    Optional<WeeklyHours> hours(String path, List<DesignDocument.HoursPart> hours) {
        List<WeeklyHours.Span> spans = new ArrayList<>();
        for (int i = 0; i < hours.size(); i++) {
            String at = path + ".hours[" + i + "]";
            DesignDocument.HoursPart part = hours.get(i);
            Set<DayOfWeek> days = new TreeSet<>();
            for (String day : part.days()) {
                days.add(word(at + ".days", day, DayOfWeek.values()));
            }
            spans.add(
                    new WeeklyHours.Span(
                            days, clock(at + ".from", part.from()), clock(at + ".to", part.to())));
        }
        return spans.isEmpty() ? Optional.empty() : Optional.of(new WeeklyHours(spans));
    }

    private LocalTime clock(String path, String value) {
        if ("24:00".equals(value)) {
            return LocalTime.MIDNIGHT;
        }
        if (value != null && value.matches("([01]\\d|2[0-3]):[0-5]\\d")) {
            return LocalTime.parse(value);
        }
        problem(path, "write a time of day as in 08:00");
        return LocalTime.MIDNIGHT;
    }

    Optional<Instant> instant(String path, String value) {
        if (value == null) {
            return Optional.empty();
        }
        Optional<Instant> said = Instants.read(value);
        if (said.isEmpty()) {
            problem(path, "`" + value + "` is no instant; write it as in 2026-03-03T14:05:00Z");
        }
        return said;
    }

    void problem(String path, String message) {
        problems.add(new Problem(path, message));
    }
}
