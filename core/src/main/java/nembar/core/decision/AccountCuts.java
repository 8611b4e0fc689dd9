package nembar.core.decision;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.RecordType;
import nembar.core.design.AccountFilter;
import nembar.core.design.AccountScope;
import nembar.core.model.AccessModel;
import nembar.core.model.Standpoint;
import nembar.core.recordset.RecordSet;

/** What account filters take from a person (docs/access-model.md, section 4, step 3). */
final class AccountCuts {
    private final AccessModel model;
    private final Standpoint who;
    private final ReachRecords records;
    private final boolean external;
    private final List<AccountCuts> ofDelegate;

    /**
     * @param external whether to keep the person in as externals are
     * @param ofDelegate what cuts whoever acts for them as well, at each of their accounts
     */
    AccountCuts(
            AccessModel model,
            Standpoint who,
            ReachRecords records,
            boolean external,
            List<AccountCuts> ofDelegate) {
        this.model = model;
        this.who = who;
        this.records = records;
        this.external = external;
        this.ofDelegate = ofDelegate;
    }

    /** The filters that apply to the person, and to whoever acts for them, on the record type. */
    List<Cut> on(RecordType type) {
        List<Cut> cuts = new ArrayList<>();
        if (external && type.places().account().isPresent()) {
            cuts.add(
                    new Cut(Optional.empty(), records.ofAccounts(AccountScope.ofActedFor(), type)));
        }
        for (AccountFilter filter : model.design().accountFilters()) {
            if (filter.binds(type)) {
                letThrough(filter, type)
                        .ifPresent(through -> cuts.add(new Cut(Optional.of(filter), through)));
                ofDelegate.stream()
                        .flatMap(other -> other.letThrough(filter, type).stream())
                        .reduce(RecordSet::anyOf)
                        .map(through -> new Cut(Optional.of(filter), through))
                        .filter(cut -> !cuts.contains(cut))
                        .ifPresent(cuts::add);
            }
        }
        return cuts;
    }

    /** What the filter lets through; empty where it does not apply to the person. */
    private Optional<RecordSet> letThrough(AccountFilter filter, RecordType type) {
        return model.has(filter.audience(), who)
                ? Optional.of(
                        RecordSet.allOf(
                                records.ofAccounts(filter.accounts(), type),
                                records.meeting(filter.condition(), type)))
                : Optional.empty();
    }
}
