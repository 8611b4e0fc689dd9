package nembar.server.accounts;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import nembar.core.command.ChangeSet;
import nembar.core.command.Need;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.text.Slug;
import nembar.core.text.Wording;
import nembar.core.text.Words;
import nembar.server.accounts.Terms.SeatTerms;
import nembar.server.approval.Submission;
import nembar.server.approval.Submissions;
import nembar.server.command.Command;
import nembar.server.command.Preview;
import nembar.server.governance.Governance;
import nembar.server.history.Acts;
import nembar.server.http.BadRequest;
import nembar.server.http.NotFound;
import nembar.server.http.OneOf;
import nembar.server.http.Paging;
import nembar.server.model.Models;
import nembar.server.store.ElementRef;
import nembar.server.store.ModelStore;
import org.springframework.stereotype.Service;

/** Lists accounts, shows one, makes and changes them. */
@Service
public class Accounts {
    private static final String ACCOUNT = "account";
    private static final Pattern DOMAIN =
            Pattern.compile("([\\p{L}\\p{N}]([\\p{L}\\p{N}-]*[\\p{L}\\p{N}])?\\.)+\\p{L}{2,}");
    private static final Pattern TAG = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}_-]{0,39}");

    private final Models models;
    private final Submissions submissions;
    private final Terms terms;
    private final ModelStore store;
    private final Governance governance;
    private final Acts acts;
    private final Clock clock;

    Accounts(
            Models models,
            Submissions submissions,
            Terms terms,
            ModelStore store,
            Governance governance,
            Acts acts,
            Clock clock) {
        this.models = models;
        this.submissions = submissions;
        this.terms = terms;
        this.store = store;
        this.governance = governance;
        this.acts = acts;
        this.clock = clock;
    }

    /**
     * An account in a list.
     *
     * @param people how many hold a seat
     * @param state open, pending or ended
     */
    public record AccountLine(
            String key,
            String name,
            boolean own,
            List<String> tags,
            List<String> domains,
            int people,
            Optional<Integer> seats,
            @OneOf(Account.State.class) String state,
            Optional<String> ends) {}

    public record AccountPage(List<AccountLine> accounts, long total, boolean mayCreate) {}

    /** An account, whole. */
    public record AccountSheet(
            AccountLine line,
            long version,
            boolean pending,
            boolean seatsRefuse,
            boolean mayChange,
            List<String> knownTags,
            List<Acts.Act> history) {}

    /**
     * An account as somebody wants it.
     *
     * @param version the version whoever asks has seen; left out for a new one
     */
    public record AccountEdit(
            Long version,
            String name,
            List<String> tags,
            List<String> domains,
            Integer seats,
            Boolean seatsRefuse,
            Boolean pending,
            String ends) {}

    AccountPage list(Person me, String search, String tag, int page, int size) {
        Directory directory = models.directory();
        Predicate<String> visible = governance.mayOnPlaces(me, ACCOUNT, "view");
        Map<String, Integer> used = Terms.used(directory);
        Map<String, SeatTerms> seats = terms.seats();
        Map<String, List<String>> domains = new HashMap<>();
        terms.domains()
                .forEach(
                        (domain, account) ->
                                domains.computeIfAbsent(account, any -> new ArrayList<>())
                                        .add(domain));
        String wanted = search.strip().toLowerCase(Locale.ROOT);
        List<AccountLine> found =
                directory.accounts().stream()
                        .filter(one -> visible.test(one.key()))
                        .filter(one -> tag.isEmpty() || one.tags().contains(tag))
                        .map(
                                one ->
                                        line(
                                                one,
                                                domains.getOrDefault(one.key(), List.of()),
                                                used.getOrDefault(one.key(), 0),
                                                seats.getOrDefault(one.key(), SeatTerms.NONE)))
                        .filter(one -> text(one).contains(wanted))
                        .sorted(
                                Comparator.<AccountLine, Boolean>comparing(one -> !one.own())
                                        .thenComparing(one -> one.name().toLowerCase(Locale.ROOT)))
                        .toList();
        return new AccountPage(
                Paging.slice(found, page, size),
                found.size(),
                governance.mayOnPlace(me, ACCOUNT, "create", "new"));
    }

    private static String text(AccountLine one) {
        return (one.name() + " " + String.join(" ", one.tags()) + String.join(" ", one.domains()))
                .toLowerCase(Locale.ROOT);
    }

    private AccountLine line(Account account, List<String> domains, int people, SeatTerms seats) {
        LocalDate today = LocalDate.ofInstant(clock.instant(), zone());
        String state = Words.of(account.state(today));
        return new AccountLine(
                account.key(),
                account.name(),
                account.own(),
                List.copyOf(account.tags()),
                List.copyOf(new TreeSet<>(domains)),
                people,
                seats.agreed(),
                state,
                account.ends().map(LocalDate::toString));
    }

    private ZoneId zone() {
        return models.model(Models.NEMBAR).application().zone();
    }

    AccountSheet sheet(Person me, String key) {
        Account account = known(key);
        governance.requireOnPlace(me, ACCOUNT, "view", key, account.name());
        Directory directory = models.directory();
        SeatTerms seats = terms.seatsOf(key);
        Set<String> tags = new TreeSet<>();
        directory.accounts().forEach(one -> tags.addAll(one.tags()));
        return new AccountSheet(
                line(
                        account,
                        terms.domainsOf(key),
                        Terms.used(directory).getOrDefault(key, 0),
                        seats),
                store.versionOf(new ElementRef(ACCOUNT, key)),
                account.pending(),
                seats.refuse(),
                governance.mayOnPlace(me, ACCOUNT, "change", key),
                List.copyOf(tags),
                acts.on(ACCOUNT, key, 30));
    }

    private Account known(String key) {
        return models.directory()
                .account(key)
                .orElseThrow(() -> new NotFound(ACCOUNT, "There is no such account."));
    }

    /** Makes a new one; its key. */
    String create(Person me, AccountEdit edit) {
        String name = name(edit);
        String key = keyFor(name);
        Account account = account(new Account(key, name, false, Set.of()), edit);
        submissions.submit(
                Submission.execute(me),
                Command.by(me, "New account " + name)
                        .changing(now -> ChangeSet.of(Edits.ofAccounts(List.of(account), Set.of())))
                        .within(
                                () -> {
                                    terms.write(key, seats(edit), domains(key, edit));
                                    acts.note(me.key(), ACCOUNT, key, "set up " + name);
                                }));
        return key;
    }

    /** A key for an account of this name, taken by none. */
    public String keyFor(String name) {
        return Slug.of(name, "account", taken -> models.directory().account(taken).isPresent());
    }

    Preview change(Submission submission, String key, AccountEdit edit) {
        Person me = submission.author();
        Account now = known(key);
        if (edit.version() == null) {
            throw new BadRequest("version", "Say which version of it you have seen.");
        }
        Account next = account(now, edit);
        List<String> domains = domains(key, edit);
        SeatTerms seats = seats(edit);
        String words = words(now, next, domains);
        return submissions.submit(
                submission,
                Command.by(me, "Account " + next.name())
                        .needing(Need.onPlace(ACCOUNT, "change", key, now.name()))
                        .seen(new ElementRef(ACCOUNT, key), edit.version())
                        .changing(
                                all ->
                                        ChangeSet.of(
                                                Edits.ofAccounts(
                                                        List.of(
                                                                account(
                                                                        all.directory()
                                                                                .account(key)
                                                                                .orElse(now),
                                                                        edit)),
                                                        Set.of())))
                        .within(
                                () -> {
                                    terms.write(key, seats, domains);
                                    acts.note(me.key(), ACCOUNT, key, words);
                                }));
    }

    private String words(Account now, Account next, List<String> domains) {
        List<String> words = new ArrayList<>();
        if (!now.name().equals(next.name())) {
            words.add("renamed it from " + now.name());
        }
        if (!now.tags().equals(next.tags())) {
            words.add("set its tags to " + Wording.and(List.copyOf(next.tags())));
        }
        if (now.pending() != next.pending()) {
            words.add(next.pending() ? "held it back" : "released it");
        }
        if (!now.ends().equals(next.ends())) {
            words.add(next.ends().map(day -> "set its end to " + day).orElse("took its end away"));
        }
        if (!terms.domainsOf(now.key()).equals(domains)) {
            words.add("set its domains to " + Wording.and(domains));
        }
        return words.isEmpty() ? "changed its terms" : Wording.and(words);
    }

    private static String name(AccountEdit edit) {
        if (edit.name() == null || edit.name().isBlank()) {
            throw new BadRequest("name", "Give the account a name.");
        }
        return edit.name().strip();
    }

    private static Account account(Account now, AccountEdit edit) {
        List<String> tags = edit.tags() == null ? List.copyOf(now.tags()) : edit.tags();
        for (String tag : tags) {
            if (!TAG.matcher(tag).matches()) {
                throw new BadRequest(
                        "tags", "`" + tag + "` is no tag: letters, digits, - and _, no spaces.");
            }
        }
        Optional<LocalDate> ends;
        try {
            ends =
                    Optional.ofNullable(edit.ends())
                            .filter(day -> !day.isBlank())
                            .map(LocalDate::parse);
        } catch (DateTimeException malformed) {
            throw new BadRequest("ends", "Write the last day as in 2026-03-03.");
        }
        boolean pending = Boolean.TRUE.equals(edit.pending());
        if (now.own() && (pending || ends.isPresent())) {
            throw new BadRequest(
                    pending ? "pending" : "ends",
                    "The company's own account is neither held back nor ended.");
        }
        return new Account(now.key(), name(edit), now.own(), Set.copyOf(tags), pending, ends);
    }

    private SeatTerms seats(AccountEdit edit) {
        if (edit.seats() != null && edit.seats() < 0) {
            throw new BadRequest("seats", "Agree on no seats, or on none or more.");
        }
        return new SeatTerms(
                Optional.ofNullable(edit.seats()), Boolean.TRUE.equals(edit.seatsRefuse()));
    }

    private List<String> domains(String key, AccountEdit edit) {
        List<String> domains = new ArrayList<>();
        Map<String, String> taken = terms.domains();
        for (String given : edit.domains() == null ? List.<String>of() : edit.domains()) {
            String domain = given.strip().toLowerCase(Locale.ROOT).replaceFirst("^@", "");
            if (!DOMAIN.matcher(domain).matches()) {
                throw new BadRequest(
                        "domains",
                        "`" + given + "` is no domain; write it as in larkwater.example.");
            }
            String other = taken.get(domain);
            if (other != null && !other.equals(key)) {
                throw new BadRequest(
                        "domains",
                        domain
                                + " belongs to "
                                + models.directory().accountName(other)
                                + " already.");
            }
            domains.add(domain);
        }
        return List.copyOf(new TreeSet<>(domains));
    }
}
