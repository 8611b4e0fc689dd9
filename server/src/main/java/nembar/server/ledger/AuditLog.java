package nembar.server.ledger;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import nembar.core.catalogue.Application;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.directory.Team;
import nembar.core.directory.Unit;
import nembar.core.model.AccessModel;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.Instants;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.session.SignInLog;
import nembar.server.store.Page;
import org.springframework.stereotype.Service;

/** What people did, and how they came in, as far as whoever asks may view whom it is about. */
@Service
class AuditLog {
    private final Acts acts;
    private final SignInLog signInLog;
    private final Models models;
    private final Governance governance;

    AuditLog(Acts acts, SignInLog signInLog, Models models, Governance governance) {
        this.acts = acts;
        this.signInLog = signInLog;
        this.models = models;
        this.governance = governance;
    }

    /**
     * Which are meant; what is left out is any.
     *
     * @param search text in what was done, or in how a try ended
     * @param person key of whom it is about
     * @param author key of whoever did it
     * @param from the first instant
     * @param until the first instant after it
     */
    record AuditAsked(String search, String person, String author, String from, String until) {}

    /**
     * @param kind person, team, unit, account or application
     * @param name of what it was done to; its key where it is gone
     */
    record ActLine(Instant at, String who, String kind, String key, String name, String words) {}

    record ActPage(List<ActLine> acts, long total) {}

    record SignInLine(
            Instant at, String person, String name, String outcome, String agent, String address) {}

    record SignInPage(List<SignInLine> tries, long total) {}

    ActPage acts(Person me, AuditAsked asked, int page, int size) {
        Paging.check(page, size);
        Directory directory = models.directory();
        Map<String, Map<String, String>> names = names(directory);
        Page<Acts.ActOn> found =
                acts.find(
                        new Acts.Wanted(
                                LedgerController.said(asked.search()),
                                LedgerController.said(asked.person()),
                                LedgerController.said(asked.author()),
                                Instants.at(asked.from()),
                                Instants.at(asked.until())),
                        visible(me, directory),
                        page,
                        size);
        return new ActPage(
                found.items().stream()
                        .map(
                                one ->
                                        new ActLine(
                                                one.act().at(),
                                                one.act().who(),
                                                one.kind(),
                                                one.key(),
                                                names.getOrDefault(one.kind(), Map.of())
                                                        .getOrDefault(one.key(), one.key()),
                                                one.act().words()))
                        .toList(),
                found.total());
    }

    SignInPage signIns(Person me, AuditAsked asked, int page, int size) {
        Paging.check(page, size);
        Directory directory = models.directory();
        String person = LedgerController.said(asked.person());
        Predicate<Person> meant =
                governance.mayView(me).and(one -> person.isEmpty() || one.key().equals(person));
        Page<SignInLog.TryOf> found =
                signInLog.tries(
                        LedgerController.said(asked.search()),
                        seen(directory.people().stream(), Person::key, meant),
                        Instants.at(asked.from()),
                        Instants.at(asked.until()),
                        page,
                        size);
        return new SignInPage(
                found.items().stream()
                        .map(
                                one ->
                                        new SignInLine(
                                                one.made().at(),
                                                one.person(),
                                                directory.personName(one.person()),
                                                one.made().outcome(),
                                                one.made().agent(),
                                                one.made().address()))
                        .toList(),
                found.total());
    }

    /** Keys of what somebody may view, by kind; a kind of which they may view all is left out. */
    private Map<String, Set<String>> visible(Person me, Directory directory) {
        Map<String, Set<String>> visible = new HashMap<>();
        Predicate<Person> person = governance.mayView(me);
        seen(directory.people().stream(), Person::key, person)
                .ifPresent(some -> visible.put("person", some));
        Map<String, Stream<String>> places =
                Map.of(
                        "account", directory.accounts().stream().map(Account::key),
                        "unit", directory.units().stream().map(Unit::key),
                        "team", directory.teams().stream().map(Team::key),
                        "application", models.all().stream().map(one -> one.application().key()));
        places.forEach(
                (kind, keys) ->
                        seen(keys, key -> key, governance.mayOnPlaces(me, kind, "view"))
                                .ifPresent(some -> visible.put(kind, some)));
        return visible;
    }

    /** Keys of those that may be seen; empty where all may. */
    private static <T> Optional<Set<String>> seen(
            Stream<T> all, java.util.function.Function<T, String> key, Predicate<T> visible) {
        Map<Boolean, Set<String>> parted =
                all.collect(
                        Collectors.partitioningBy(
                                visible, Collectors.mapping(key, Collectors.toSet())));
        return parted.get(false).isEmpty() ? Optional.empty() : Optional.of(parted.get(true));
    }

    private Map<String, Map<String, String>> names(Directory directory) {
        return Map.of(
                "person", directory.personNames(),
                "account", directory.accountNames(),
                "unit", directory.unitNames(),
                "team", directory.teams().stream().collect(Collectors.toMap(Team::key, Team::name)),
                "application",
                        models.all().stream()
                                .map(AccessModel::application)
                                .collect(Collectors.toMap(Application::key, Application::name)));
    }
}
