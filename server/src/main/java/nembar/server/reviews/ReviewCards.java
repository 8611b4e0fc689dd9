package nembar.server.reviews;

import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import nembar.core.answers.Counting;
import nembar.core.answers.Moment;
import nembar.core.catalogue.Operation;
import nembar.core.catalogue.RecordType;
import nembar.core.design.Assignment;
import nembar.core.design.Privilege;
import nembar.core.design.Privilege.RecordPrivilege;
import nembar.core.directory.Directory;
import nembar.core.directory.Person;
import nembar.core.model.AccessModel;
import nembar.core.recordset.RecordSet;
import nembar.core.review.Peers;
import nembar.core.review.RightShown;
import nembar.core.review.Rights;
import nembar.core.text.Words;
import nembar.core.use.Use;
import nembar.core.words.PrivilegeWords;
import nembar.server.governance.Governance;
import nembar.server.http.NotFound;
import nembar.server.http.RecordsAway;
import nembar.server.model.Models;
import nembar.server.model.Moments;
import nembar.server.reviews.ReviewShapes.OpensRecords;
import nembar.server.reviews.ReviewShapes.PersonCard;
import nembar.server.reviews.ReviewShapes.RightCard;
import nembar.server.session.SignIns;
import nembar.server.use.UseStore;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a reviewer is shown of a person: each right as it is today, in words and in records. */
@Service
class ReviewCards {
    private final ReviewStore store;
    private final Reviews reviews;
    private final Models models;
    private final Moments moments;
    private final Governance governance;
    private final SignIns signIns;
    private final UseStore use;
    private final Clock clock;

    ReviewCards(
            ReviewStore store,
            Reviews reviews,
            Models models,
            Moments moments,
            Governance governance,
            SignIns signIns,
            UseStore use,
            Clock clock) {
        this.store = store;
        this.reviews = reviews;
        this.models = models;
        this.moments = moments;
        this.governance = governance;
        this.signIns = signIns;
        this.use = use;
        this.clock = clock;
    }

    /** Of somebody in a review; a reviewer is shown what they are asked about. */
    @Transactional(readOnly = true)
    public PersonCard of(Person me, String id, String person) {
        ReviewRow review = reviews.visible(me, id);
        boolean leads = reviews.mayLead(me, review);
        List<ReviewRightRow> rows =
                store.of(id, person).stream()
                        .filter(
                                one ->
                                        leads
                                                || one.reviewer.equals(me.key())
                                                || me.key().equals(one.answeredBy))
                        .toList();
        Directory directory = models.directory();
        Person holder =
                directory
                        .person(person)
                        .filter(any -> !rows.isEmpty())
                        .orElseThrow(
                                () ->
                                        new NotFound(
                                                "person", "Nobody of this name is asked about."));
        Moment moment = moments.now(review.application);
        return new PersonCard(
                holder.key(),
                holder.name(),
                Words.of(holder.kind()),
                Words.of(holder.status()),
                directory.unitOrAccount(holder, holder.accounts().stream().findFirst()),
                holder.manager().map(reviews::named),
                Optional.ofNullable(signIns.lastSignedIn(List.of(person)).get(person)),
                new Cards(me, review, moment, holder).of(rows));
    }

    private final class Cards {
        private final Person me;
        private final ReviewRow review;
        private final Moment moment;
        private final AccessModel model;
        private final Person holder;
        private final Rights rights;
        private final Peers peers;
        private final Use used;
        private final boolean tells;

        Cards(Person me, ReviewRow review, Moment moment, Person holder) {
            this.me = me;
            this.review = review;
            this.moment = moment;
            this.model = moment.model();
            this.holder = holder;
            this.rights = new Rights(moment);
            this.peers = new Peers(moment);
            this.used = use.of(review.application, List.of(holder.key()));
            this.tells = used.tells(model.application().day(clock.instant()));
        }

        List<RightCard> of(List<ReviewRightRow> rows) {
            Map<ReviewRightRow, RightShown> shown = new LinkedHashMap<>();
            for (ReviewRightRow row : rows) {
                if (row.goneAt == null && rights.stands(row.right())) {
                    shown.put(row, new RightShown(moment, row.right()));
                }
            }
            Map<ReviewRightRow, List<OpensRecords>> opens = opens(shown);
            return rows.stream()
                    .map(
                            row ->
                                    card(
                                            row,
                                            Optional.ofNullable(shown.get(row)),
                                            opens.getOrDefault(row, List.of())))
                    .toList();
        }

        /** Every type is counted once for all rights; without records there are no numbers. */
        private Map<ReviewRightRow, List<OpensRecords>> opens(
                Map<ReviewRightRow, RightShown> shown) {
            Counting counting = governance.counting(me, model);
            Map<ReviewRightRow, List<OpensRecords>> opens = new HashMap<>();
            boolean away = false;
            for (RecordType type : model.catalogue().recordTypes()) {
                Map<ReviewRightRow, Map<Operation, RecordSet>> sets = new LinkedHashMap<>();
                shown.forEach((row, one) -> sets.put(row, one.records(type)));
                List<RecordSet> all =
                        sets.values().stream()
                                .flatMap(some -> some.values().stream())
                                .distinct()
                                .toList();
                Map<RecordSet, Long> counts = Map.of();
                if (!away && !all.isEmpty()) {
                    try {
                        counts = counting.count(type, all);
                    } catch (RecordsAway gone) {
                        away = true;
                    }
                }
                Map<RecordSet, Long> known = counts;
                sets.forEach(
                        (row, some) ->
                                some.forEach(
                                        (operation, set) -> {
                                            long number =
                                                    known.getOrDefault(set, Counting.WITHHELD);
                                            if (number != 0) {
                                                opens.computeIfAbsent(row, any -> new ArrayList<>())
                                                        .add(
                                                                new OpensRecords(
                                                                        type.plural(),
                                                                        operation.label(),
                                                                        told(operation, number)));
                                            }
                                        }));
            }
            return opens;
        }

        /** What is to be created is not there to be counted. */
        private Optional<Long> told(Operation operation, long number) {
            return Optional.of(number)
                    .filter(one -> one >= 0 && !operation.equals(Operation.CREATE));
        }

        private RightCard card(
                ReviewRightRow row, Optional<RightShown> shown, List<OpensRecords> opens) {
            Optional<Assignment.Gives> gives = shown.flatMap(RightShown::gives);
            List<Privilege> privileges =
                    gives.map(one -> model.design().setsOf(one)).orElse(List.of()).stream()
                            .flatMap(set -> set.privileges().stream())
                            .toList();
            return new RightCard(
                    row.which.number(),
                    shown.map(RightShown::what).orElse(row.what),
                    shown.map(RightShown::through).orElse(row.through),
                    row.kind.equals("assignments"),
                    shown.map(RightShown::reason).orElse(""),
                    shown.flatMap(RightShown::since),
                    shown.flatMap(RightShown::until),
                    gives.isPresent()
                            ? used.last(holder.key(), privileges, model.catalogue())
                            : Optional.empty(),
                    tells && gives.isPresent(),
                    gives.map(one -> peers.with(holder, one))
                            .filter(one -> one.of() > 0)
                            .map(one -> new ReviewShapes.PeersShown(one.holding(), one.of())),
                    opens,
                    privileges.stream()
                            .filter(one -> !(one instanceof RecordPrivilege))
                            .flatMap(one -> PrivilegeWords.of(one, model).stream())
                            .distinct()
                            .collect(Collectors.toList()),
                    reviews.named(row.reviewer),
                    reviews.namedIfAny(row.passedFrom),
                    row.reviewer.equals(me.key()) && review.open(),
                    row.lookedAt != null,
                    Optional.ofNullable(row.answer),
                    row.reason,
                    Optional.ofNullable(row.untilAt),
                    Optional.ofNullable(row.role)
                            .flatMap(model.design()::role)
                            .map(role -> role.name()),
                    reviews.namedIfAny(row.answeredBy),
                    Optional.ofNullable(row.answeredAt),
                    row.goneAt != null || shown.isEmpty());
        }
    }
}
