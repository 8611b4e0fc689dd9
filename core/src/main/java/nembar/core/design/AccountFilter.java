package nembar.core.design;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.condition.Condition;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * Keeps an audience to the records of certain accounts (docs/access-model.md, section 3).
 *
 * @param condition lets through only the records that meet it
 * @param recordTypes keys of the record types it binds; empty for every one with an account field
 */
public record AccountFilter(
        String key,
        String name,
        Audience audience,
        AccountScope accounts,
        Set<String> recordTypes,
        Optional<Condition> condition)
        implements Element {
    public AccountFilter {
        recordTypes = Collections.unmodifiableSet(new TreeSet<>(recordTypes));
    }

    /** Without a condition. */
    public AccountFilter(
            String key,
            String name,
            Audience audience,
            AccountScope accounts,
            Set<String> recordTypes) {
        this(key, name, audience, accounts, recordTypes, Optional.empty());
    }

    /** This filter for another audience. */
    public AccountFilter withAudience(Audience other) {
        return new AccountFilter(key, name, other, accounts, recordTypes, condition);
    }

    /** This filter on other record types. */
    public AccountFilter withRecordTypes(Set<String> other) {
        return new AccountFilter(key, name, audience, accounts, other, condition);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.ACCOUNT_FILTER;
    }

    public boolean binds(RecordType type) {
        return type.places().account().isPresent()
                && (recordTypes.isEmpty() || recordTypes.contains(type.key()));
    }
}
