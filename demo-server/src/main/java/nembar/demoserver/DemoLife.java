package nembar.demoserver;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.EmailAddress;
import nembar.core.directory.Person;
import nembar.core.directory.PersonStatus;
import nembar.server.accounts.Terms;
import nembar.server.accounts.Terms.SeatTerms;
import nembar.server.invitations.EntryLinks;
import nembar.server.model.Models;
import nembar.server.session.SignIns;
import org.springframework.stereotype.Component;

/** What has happened around people in the demo world: domains, seats, sign-ins, invitations. */
@Component
class DemoLife {
    private static final long SEED = 53;
    private static final int DAYS = 40;
    private static final int NEVER_OF_TEN = 1;
    private static final Duration INVITED_AGO = Duration.ofDays(9);

    /** Seats agreed, by account: one is about to be full, one is over. */
    private static final Map<String, SeatTerms> SEATS =
            Map.of(
                    "hollis-grain", new SeatTerms(Optional.of(4), true),
                    "northfell-ore", new SeatTerms(Optional.of(2), true),
                    "eddystow-oil", new SeatTerms(Optional.of(5), false),
                    "marsh-malt", new SeatTerms(Optional.of(1), false));

    private final Models models;
    private final Terms terms;
    private final SignIns signIns;
    private final EntryLinks links;

    DemoLife(Models models, Terms terms, SignIns signIns, EntryLinks links) {
        this.models = models;
        this.terms = terms;
        this.signIns = signIns;
        this.links = links;
    }

    void run(Instant now) {
        Directory directory = models.directory();
        domains(directory)
                .forEach(
                        (account, domain) ->
                                terms.write(
                                        account,
                                        SEATS.getOrDefault(
                                                account, new SeatTerms(Optional.empty(), false)),
                                        List.of(domain)));
        Random random = new Random(SEED);
        for (Person person : directory.people()) {
            boolean never = random.nextInt(10) < NEVER_OF_TEN;
            Duration ago = Duration.ofMinutes(random.nextInt(DAYS * 24 * 60));
            if (person.active() && !never) {
                signIns.pretend(person.key(), signIns.nobodysPassword(), now.minus(ago));
            }
        }
        Person by = directory.person("idris.munro").orElseThrow();
        directory.people().stream()
                .filter(one -> one.status() == PersonStatus.INVITED)
                .forEach(
                        one ->
                                links.invite(
                                        by, one, "Welcome aboard.", false, now.minus(INVITED_AGO)));
    }

    /** The domain that most addresses of an account's people have. */
    private static Map<String, String> domains(Directory directory) {
        Map<String, String> domains = new TreeMap<>();
        for (Account account : directory.accounts()) {
            directory.people().stream()
                    .filter(one -> one.accounts().equals(List.of(account.key())))
                    .map(one -> EmailAddress.domain(one.email()))
                    .filter(domain -> !domains.containsValue(domain))
                    .findFirst()
                    .ifPresent(domain -> domains.put(account.key(), domain));
        }
        return domains;
    }
}
