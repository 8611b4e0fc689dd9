package nembar.server.answers;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import nembar.core.answers.Counting;
import nembar.core.answers.Difference;
import nembar.core.answers.Moment;
import nembar.core.answers.RoleDifference;
import nembar.core.catalogue.Catalogue;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.model.Personas.Persona;
import nembar.core.recordset.RecordSet;
import nembar.core.text.Words;
import nembar.server.answers.AnswersController.DifferenceLine;
import nembar.server.answers.AnswersController.DifferenceShown;
import nembar.server.answers.AnswersController.RoleLine;
import nembar.server.governance.Governance;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;

/** What differs between two accesses, or two roles. */
@Service
class DifferenceService {
    private final Models models;
    private final Governance governance;
    private final Lookups lookups;

    DifferenceService(Models models, Governance governance, Lookups lookups) {
        this.models = models;
        this.governance = governance;
        this.lookups = lookups;
    }

    DifferenceShown between(Person me, Lookups.Side first, Lookups.Side second) {
        return between(me, lookups.moment(me, first.where()), first, second);
    }

    /**
     * @param one the moment of the first side
     */
    private DifferenceShown between(
            Person me, Moment one, Lookups.Side first, Lookups.Side second) {
        Moment other = lookups.moment(me, second.where());
        Persona left = lookups.persona(me, one, first);
        Persona right = lookups.persona(me, other, second);
        Difference difference = Difference.between(one.access(left), other.access(right));
        Map<RecordType, Map<RecordSet, Long>> counts =
                Difference.counts(
                        List.of(difference), lookups.counting(me, first.where().application()));
        List<DifferenceLine> lines = new ArrayList<>();
        difference
                .operations()
                .forEach(
                        of ->
                                lines.add(
                                        line(
                                                of.type(),
                                                of.operation().key(),
                                                "",
                                                of.lost(),
                                                of.gained(),
                                                counts)));
        difference
                .fields()
                .forEach(
                        of ->
                                lines.add(
                                        line(
                                                of.type(),
                                                of.field().key(),
                                                Words.of(of.level()),
                                                of.lost(),
                                                of.gained(),
                                                counts)));
        difference
                .functions()
                .forEach(
                        of ->
                                lines.add(
                                        new DifferenceLine(
                                                "",
                                                of.function().key(),
                                                "",
                                                of.before(),
                                                0,
                                                of.after(),
                                                0,
                                                false)));
        return new DifferenceShown(left.person().name(), right.person().name(), lines);
    }

    /** A difference in the application's words: what, how far one does, and how far the other. */
    List<List<String>> rows(Person me, Lookups.Side first, Lookups.Side second) {
        Moment one = lookups.moment(me, first.where());
        Catalogue catalogue = one.model().catalogue();
        return between(me, one, first, second).lines().stream()
                .map(
                        line ->
                                List.of(
                                        SubjectWords.words(
                                                catalogue, line.type(), line.what(), line.level()),
                                        side(line, line.onlyFirst(), line.onlyFirstRecords()),
                                        side(line, line.onlySecond(), line.onlySecondRecords())))
                .toList();
    }

    private static String side(DifferenceLine line, String words, long records) {
        if (line.type().isEmpty()) {
            return words;
        }
        if (line.withheld()) {
            return "for those who may see them";
        }
        return records == 0 && words.equals(RecordSet.NOTHING.words())
                ? ""
                : records + " (" + words + ")";
    }

    private static DifferenceLine line(
            RecordType type,
            String what,
            String level,
            RecordSet lost,
            RecordSet gained,
            Map<RecordType, Map<RecordSet, Long>> counts) {
        long one = counts.get(type).get(lost);
        long other = counts.get(type).get(gained);
        return new DifferenceLine(
                type.key(),
                what,
                level,
                lost.words(),
                Math.max(one, 0),
                gained.words(),
                Math.max(other, 0),
                one == Counting.WITHHELD || other == Counting.WITHHELD);
    }

    /** What differs between roles in the application's words. */
    List<List<String>> roleRows(Person me, String application, String first, String second) {
        List<RoleLine> lines = ofRoles(me, application, first, second);
        Catalogue catalogue = models.model(application).catalogue();
        return lines.stream()
                .map(
                        line ->
                                List.of(
                                        SubjectWords.words(
                                                catalogue,
                                                line.recordType(),
                                                line.what(),
                                                line.use()),
                                        String.join(" | ", line.first()),
                                        String.join(" | ", line.second())))
                .toList();
    }

    List<RoleLine> ofRoles(Person me, String application, String first, String second) {
        governance.requireOnApplication(me, "view", application);
        AccessModel model = models.model(application);
        return RoleDifference.between(
                        model.design(), Lookups.role(model, first), Lookups.role(model, second))
                .rows()
                .stream()
                .map(
                        row ->
                                new RoleLine(
                                        row.subject().recordType(),
                                        row.subject().what(),
                                        row.subject().use().toLowerCase(Locale.ROOT),
                                        row.first(),
                                        row.second()))
                .toList();
    }
}
