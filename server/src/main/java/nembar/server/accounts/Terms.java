package nembar.server.accounts;

import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import nembar.core.directory.Directory;
import nembar.core.directory.Edits;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.server.http.Refused;
import nembar.server.model.Models;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is agreed with accounts: whose addresses are theirs, and how many seats they have. */
@Service
public class Terms {
    private final EntityManager entities;
    private final Models models;

    Terms(EntityManager entities, Models models) {
        this.entities = entities;
        this.models = models;
    }

    /**
     * Seats of an account.
     *
     * @param agreed empty where none are agreed
     * @param refuse whether going over is refused; otherwise it is warned of
     */
    public record SeatTerms(Optional<Integer> agreed, boolean refuse) {
        static final SeatTerms NONE = new SeatTerms(Optional.empty(), false);
    }

    /** Key of the account that each domain belongs to. */
    @Transactional(readOnly = true)
    public Map<String, String> domains() {
        Map<String, String> domains = new HashMap<>();
        entities.createQuery("from DomainRow", DomainRow.class)
                .getResultList()
                .forEach(row -> domains.put(row.domain, row.account));
        return domains;
    }

    @Transactional(readOnly = true)
    public List<String> domainsOf(String account) {
        return List.copyOf(
                new TreeSet<>(
                        entities.createQuery(
                                        "select domain from DomainRow where account = :account",
                                        String.class)
                                .setParameter("account", account)
                                .getResultList()));
    }

    @Transactional(readOnly = true)
    public SeatTerms seatsOf(String account) {
        return Optional.ofNullable(entities.find(TermsRow.class, account))
                .map(row -> new SeatTerms(Optional.ofNullable(row.seats), row.seatsRefuse))
                .orElse(SeatTerms.NONE);
    }

    @Transactional(readOnly = true)
    public Map<String, SeatTerms> seats() {
        Map<String, SeatTerms> seats = new HashMap<>();
        entities.createQuery("from TermsRow", TermsRow.class)
                .getResultList()
                .forEach(
                        row ->
                                seats.put(
                                        row.account,
                                        new SeatTerms(
                                                Optional.ofNullable(row.seats), row.seatsRefuse)));
        return seats;
    }

    /** Writes the terms of an account, in the transaction at hand. */
    @Transactional
    public void write(String account, SeatTerms seats, List<String> domains) {
        TermsRow row = entities.find(TermsRow.class, account);
        boolean fresh = row == null;
        TermsRow filled = fresh ? new TermsRow() : row;
        filled.account = account;
        filled.seats = seats.agreed().orElse(null);
        filled.seatsRefuse = seats.refuse();
        if (fresh) {
            entities.persist(filled);
        }
        entities.createQuery("delete from DomainRow where account = :account")
                .setParameter("account", account)
                .executeUpdate();
        for (String domain : new TreeSet<>(domains)) {
            DomainRow one = new DomainRow();
            one.domain = domain.toLowerCase(Locale.ROOT);
            one.account = account;
            entities.persist(one);
        }
    }

    /** How many people hold a seat of each account: all but those who are closed. */
    public static Map<String, Integer> used(Directory directory) {
        Map<String, Integer> used = new TreeMap<>();
        directory.people().stream()
                .filter(one -> one.status() != PersonStatus.CLOSED)
                .forEach(
                        one ->
                                one.accounts()
                                        .forEach(account -> used.merge(account, 1, Integer::sum)));
        return used;
    }

    /**
     * What the edits mean for seats.
     *
     * @return warnings, for accounts that go over and may
     * @throws Refused for one that goes over and may not
     */
    public List<String> checkSeats(Edits edits) {
        return checkSeats(models.directory(), edits);
    }

    /** Holds seats against a directory of which the edits were made. */
    public List<String> checkSeats(Directory now, Edits edits) {
        boolean moves =
                edits.people().stream()
                        .anyMatch(
                                one ->
                                        !now.person(one.key())
                                                .filter(was -> sameSeats(was, one))
                                                .isPresent());
        if (!moves) {
            return List.of();
        }
        Map<String, Integer> before = used(now);
        Map<String, Integer> after = used(now.with(edits));
        Map<String, String> over = new LinkedHashMap<>();
        List<String> refused = new ArrayList<>();
        seats().forEach(
                        (account, terms) -> {
                            int agreed = terms.agreed().orElse(Integer.MAX_VALUE);
                            int next = after.getOrDefault(account, 0);
                            if (next > agreed && next > before.getOrDefault(account, 0)) {
                                String said =
                                        now.accountName(account)
                                                + " has "
                                                + agreed
                                                + (agreed == 1 ? " seat" : " seats")
                                                + " agreed; this would use "
                                                + next
                                                + ".";
                                over.put(account, said);
                                if (terms.refuse()) {
                                    refused.add(said);
                                }
                            }
                        });
        if (!refused.isEmpty()) {
            throw new Refused(
                    "There is no seat left.",
                    Stream.concat(
                                    refused.stream(),
                                    Stream.of(
                                            "Agree on more seats, on the account's sheet, or"
                                                    + " close somebody who has left."))
                            .toList());
        }
        return List.copyOf(over.values());
    }

    private static boolean sameSeats(Person was, Person now) {
        return was.accounts().equals(now.accounts())
                && (was.status() == PersonStatus.CLOSED) == (now.status() == PersonStatus.CLOSED);
    }
}
