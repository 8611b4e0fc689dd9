package nembar.server.store;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import nembar.server.document.DesignDocument;
import nembar.server.document.DesignDocument.CataloguePart;
import nembar.server.document.DesignDocument.DesignPart;
import nembar.server.document.DocumentJson;

/**
 * How one kind of element of a catalogue or design is kept: which list of a document it stands in,
 * and which rows have it.
 *
 * @param kind the list's name in a document
 */
record ElementMapping<P>(
        String kind,
        Class<P> part,
        Class<? extends StoredElement> rows,
        Supplier<? extends StoredElement> blank,
        Function<DesignDocument, List<P>> list,
        Function<P, String> key,
        Function<P, String> name) {
    static final ElementMapping<DesignDocument.AreaPart> AREAS =
            catalogue(
                    "areas",
                    DesignDocument.AreaPart.class,
                    AreaRow.class,
                    AreaRow::new,
                    CataloguePart::areas,
                    DesignDocument.AreaPart::key,
                    DesignDocument.AreaPart::name);
    static final ElementMapping<DesignDocument.RecordTypePart> RECORD_TYPES =
            catalogue(
                    "recordTypes",
                    DesignDocument.RecordTypePart.class,
                    RecordTypeRow.class,
                    RecordTypeRow::new,
                    CataloguePart::recordTypes,
                    DesignDocument.RecordTypePart::key,
                    DesignDocument.RecordTypePart::singular);
    static final ElementMapping<DesignDocument.FunctionPart> FUNCTIONS =
            catalogue(
                    "functions",
                    DesignDocument.FunctionPart.class,
                    FunctionRow.class,
                    FunctionRow::new,
                    CataloguePart::functions,
                    DesignDocument.FunctionPart::key,
                    DesignDocument.FunctionPart::name);
    static final ElementMapping<DesignDocument.SetPart> SETS =
            design(
                    "privilegeSets",
                    DesignDocument.SetPart.class,
                    PrivilegeSetRow.class,
                    PrivilegeSetRow::new,
                    DesignPart::privilegeSets,
                    DesignDocument.SetPart::key,
                    DesignDocument.SetPart::name);
    static final ElementMapping<DesignDocument.RolePart> ROLES =
            design(
                    "roles",
                    DesignDocument.RolePart.class,
                    RoleRow.class,
                    RoleRow::new,
                    DesignPart::roles,
                    DesignDocument.RolePart::key,
                    DesignDocument.RolePart::name);
    static final ElementMapping<DesignDocument.AssignmentPart> ASSIGNMENTS =
            design(
                    "assignments",
                    DesignDocument.AssignmentPart.class,
                    AssignmentRow.class,
                    AssignmentRow::new,
                    DesignPart::assignments,
                    DesignDocument.AssignmentPart::key,
                    DesignDocument.AssignmentPart::key);
    static final ElementMapping<DesignDocument.SharingRulePart> SHARING_RULES =
            design(
                    "sharingRules",
                    DesignDocument.SharingRulePart.class,
                    SharingRuleRow.class,
                    SharingRuleRow::new,
                    DesignPart::sharingRules,
                    DesignDocument.SharingRulePart::key,
                    DesignDocument.SharingRulePart::name);
    static final ElementMapping<DesignDocument.DirectSharePart> DIRECT_SHARES =
            design(
                    "directShares",
                    DesignDocument.DirectSharePart.class,
                    DirectShareRow.class,
                    DirectShareRow::new,
                    DesignPart::directShares,
                    DesignDocument.DirectSharePart::key,
                    DesignDocument.DirectSharePart::record);
    static final ElementMapping<DesignDocument.AccountFilterPart> ACCOUNT_FILTERS =
            design(
                    "accountFilters",
                    DesignDocument.AccountFilterPart.class,
                    AccountFilterRow.class,
                    AccountFilterRow::new,
                    DesignPart::accountFilters,
                    DesignDocument.AccountFilterPart::key,
                    DesignDocument.AccountFilterPart::name);
    static final ElementMapping<DesignDocument.FieldFilterPart> FIELD_FILTERS =
            design(
                    "fieldFilters",
                    DesignDocument.FieldFilterPart.class,
                    FieldFilterRow.class,
                    FieldFilterRow::new,
                    DesignPart::fieldFilters,
                    DesignDocument.FieldFilterPart::key,
                    DesignDocument.FieldFilterPart::name);
    static final ElementMapping<DesignDocument.DelegationPart> DELEGATIONS =
            design(
                    "delegations",
                    DesignDocument.DelegationPart.class,
                    DelegationRow.class,
                    DelegationRow::new,
                    DesignPart::delegations,
                    DesignDocument.DelegationPart::key,
                    DesignDocument.DelegationPart::key);
    static final ElementMapping<DesignDocument.ExpectationPart> EXPECTATIONS =
            design(
                    "expectations",
                    DesignDocument.ExpectationPart.class,
                    ExpectationRow.class,
                    ExpectationRow::new,
                    DesignPart::expectations,
                    DesignDocument.ExpectationPart::key,
                    DesignDocument.ExpectationPart::name);
    static final ElementMapping<DesignDocument.SeatPoolPart> SEAT_POOLS =
            design(
                    "seatPools",
                    DesignDocument.SeatPoolPart.class,
                    SeatPoolRow.class,
                    SeatPoolRow::new,
                    DesignPart::seatPools,
                    DesignDocument.SeatPoolPart::key,
                    DesignDocument.SeatPoolPart::name);

    static final List<ElementMapping<?>> ALL =
            List.of(
                    AREAS,
                    RECORD_TYPES,
                    FUNCTIONS,
                    SETS,
                    ROLES,
                    ASSIGNMENTS,
                    SHARING_RULES,
                    DIRECT_SHARES,
                    ACCOUNT_FILTERS,
                    FIELD_FILTERS,
                    DELEGATIONS,
                    EXPECTATIONS,
                    SEAT_POOLS);

    /** The kind that stands in this list of a document. */
    static ElementMapping<?> of(String kind) {
        return ALL.stream().filter(one -> one.kind().equals(kind)).findFirst().orElseThrow();
    }

    /** The name that an element in its document form goes by. */
    String nameOf(Map<String, Object> element) {
        return name.apply(DocumentJson.element(DocumentJson.text(element), part));
    }

    /** The document's elements of this kind by key, in their order. */
    Map<String, Object> byKey(DesignDocument document) {
        Map<String, Object> parts = new LinkedHashMap<>();
        list.apply(document).forEach(one -> parts.put(key.apply(one), one));
        return parts;
    }

    private static <P> ElementMapping<P> catalogue(
            String kind,
            Class<P> part,
            Class<? extends StoredElement> rows,
            Supplier<? extends StoredElement> blank,
            Function<CataloguePart, List<P>> list,
            Function<P, String> key,
            Function<P, String> name) {
        return new ElementMapping<>(
                kind, part, rows, blank, list.compose(DesignDocument::catalogue), key, name);
    }

    private static <P> ElementMapping<P> design(
            String kind,
            Class<P> part,
            Class<? extends StoredElement> rows,
            Supplier<? extends StoredElement> blank,
            Function<DesignPart, List<P>> list,
            Function<P, String> key,
            Function<P, String> name) {
        return new ElementMapping<>(
                kind, part, rows, blank, list.compose(DesignDocument::design), key, name);
    }
}
