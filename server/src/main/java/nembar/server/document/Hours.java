package nembar.server.document;

import java.util.List;
import java.util.Optional;
import nembar.core.design.WeeklyHours;
import nembar.core.model.ModelRefused;
import nembar.server.document.DesignDocument.HoursPart;

/** Hours of the week as documents write them. */
public final class Hours {
    private Hours() {}

    /**
     * The hours that are meant; empty for all.
     *
     * @param path where they stand in the request
     * @throws ModelRefused with each place that cannot be read
     */
    public static Optional<WeeklyHours> read(String path, List<HoursPart> parts) {
        PartReader reader = new PartReader();
        Optional<WeeklyHours> hours = reader.hours(path, parts);
        if (!reader.problems().isEmpty()) {
            throw new ModelRefused(reader.problems());
        }
        return hours;
    }
}
