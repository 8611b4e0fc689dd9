package nembar.core.words;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.format.TextStyle;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import nembar.core.design.WeeklyHours;
import nembar.core.text.Wording;

/** Weekly hours in words: "Monday to Friday 08:00 to 18:00". */
final class HoursWords {
    private HoursWords() {}

    static String of(WeeklyHours hours) {
        return Wording.and(hours.spans().stream().map(HoursWords::span).toList());
    }

    private static String span(WeeklyHours.Span span) {
        String to = span.to().equals(LocalTime.MIDNIGHT) ? "24:00" : span.to().toString();
        return days(span) + " " + span.from() + " to " + to;
    }

    private static String days(WeeklyHours.Span span) {
        List<DayOfWeek> days = List.copyOf(new TreeSet<>(span.days()));
        DayOfWeek first = days.get(0);
        DayOfWeek last = days.get(days.size() - 1);
        boolean run = days.size() > 2 && last.getValue() - first.getValue() + 1 == days.size();
        return run
                ? name(first) + " to " + name(last)
                : Wording.and(days.stream().map(HoursWords::name).toList());
    }

    private static String name(DayOfWeek day) {
        return day.getDisplayName(TextStyle.FULL, Locale.ENGLISH);
    }
}
