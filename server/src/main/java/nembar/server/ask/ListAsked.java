package nembar.server.ask;

import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import nembar.core.catalogue.RecordType;
import nembar.core.recordset.RecordSet;
import nembar.server.http.BadRequest;
import nembar.server.http.Paging;

/**
 * Which records are wanted, and how: the parameters of a list's address.
 *
 * @param operation what the person may do on them; view where it is left out
 * @param size how many on a page; 25 where it is left out, none for the total alone
 * @param count whether the total is counted with the first page; it is where this is left out
 * @param after the {@code next} of a page, for the one after it
 * @param before the {@code previous} of a page, for the one before it
 * @param sort key of the field to sort by; the record's key where it is left out
 * @param search text that something they see of the record has in it
 * @param field key of a field they see; only records on which it is {@code value} are wanted
 * @param value as it is shown, or as the record has it
 * @param record key of the one record that is wanted
 * @param of key of the record that those wanted belong to
 * @param withheld whether records that the person may not do it on are listed too, by their key
 *     alone
 * @param without key of somebody else: only records on which they may not do the same are wanted
 * @param withoutAccount for whom they act, where they may act for several
 */
record ListAsked(
        String operation,
        Integer size,
        Boolean count,
        String after,
        String before,
        String sort,
        Boolean descending,
        String search,
        String field,
        String value,
        String record,
        String of,
        Boolean withheld,
        String without,
        String withoutAccount) {
    private static final int SIZE = 25;

    /** Records that are read at once for a file. */
    private static final int OF_A_FILE = 5000;

    ListAsked {
        size = size == null ? SIZE : size;
        operation = said(operation).orElse("view");
        search = search == null ? "" : search;
        record = record == null ? "" : record;
        of = of == null ? "" : of;
        descending = Boolean.TRUE.equals(descending);
        count = !Boolean.FALSE.equals(count);
        withheld = Boolean.TRUE.equals(withheld);
    }

    /**
     * This, where it asks for a list of a size that is shown.
     *
     * @throws BadRequest where it does not
     */
    ListAsked checked() {
        if (size < 0 || size > Paging.SIZE_AT_MOST) {
            throw new BadRequest("size", "Ask for 0 to " + Paging.SIZE_AT_MOST + " records.");
        }
        if (said(after).isPresent() && said(before).isPresent()) {
            throw new BadRequest("before", "Ask for the page after one or the page before one.");
        }
        if (said(field).isPresent() != said(value).isPresent()) {
            throw new BadRequest("field", "Name a field, and the value it is to have.");
        }
        return this;
    }

    /** One record, whoever may see it. */
    static ListAsked one(String record) {
        return new ListAsked(
                null, 1, false, null, null, null, null, null, null, null, record, null, true, null,
                null);
    }

    /** This list from its beginning or after a page, as many at once as suits a file. */
    ListAsked after(String next) {
        return new ListAsked(
                operation,
                OF_A_FILE,
                false,
                next,
                null,
                sort,
                descending,
                search,
                field,
                value,
                record,
                of,
                withheld,
                without,
                withoutAccount);
    }

    /** The records of this type that are meant, whoever may see them. */
    RecordSet among(RecordType type) {
        RecordSet one =
                record.isEmpty()
                        ? RecordSet.EVERYTHING
                        : keyed(type.keyField(), record, "it is " + record);
        if (of.isEmpty()) {
            return one;
        }
        String through =
                type.parent()
                        .orElseThrow(
                                () ->
                                        new BadRequest(
                                                "of",
                                                type.plural() + " belong to no other record."))
                        .through();
        return RecordSet.allOf(one, keyed(through, of, "it belongs to " + of));
    }

    private static RecordSet keyed(String field, String key, String words) {
        return RecordSet.among(field, new TreeSet<>(List.of(key)), words);
    }

    /** A parameter, where something is said by it. */
    static Optional<String> said(String parameter) {
        return Optional.ofNullable(parameter).map(String::strip).filter(some -> !some.isEmpty());
    }
}
