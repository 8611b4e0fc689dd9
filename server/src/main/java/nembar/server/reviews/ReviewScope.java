package nembar.server.reviews;

import com.fasterxml.jackson.annotation.JsonInclude;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Audience;
import nembar.core.model.AccessModel;
import nembar.core.review.RightsScope;
import nembar.core.words.Explanation;
import nembar.server.document.DesignDocument.AudiencePart;
import nembar.server.document.DocumentReader;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;

/**
 * What a review is about, as requests say it and as it is kept.
 *
 * @param kind which of the others count
 * @param audience of the kind people
 * @param role key, of the kind role
 * @param recordType key, of the kinds recordType and field
 * @param field key, of the kind field
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
record ReviewScope(
        @NotNull
                @OneOf(words = {"everything", "externals", "people", "role", "recordType", "field"})
                String kind,
        AudiencePart audience,
        String role,
        String recordType,
        String field) {

    /**
     * The scope that is meant.
     *
     * @throws BadRequest where it names nothing there is
     */
    RightsScope of(AccessModel model) {
        return switch (kind == null ? "" : kind) {
            case "everything" -> new RightsScope.Everything();
            case "externals" -> new RightsScope.Externals();
            case "people" -> new RightsScope.OfPeople(people());
            case "role" ->
                    new RightsScope.OfRole(
                            model.design()
                                    .role(said(role))
                                    .orElseThrow(() -> none("role", "role"))
                                    .key());
            case "recordType" -> new RightsScope.OfRecordType(type(model).key());
            case "field" -> new RightsScope.OfField(type(model).key(), guarded(model).key());
            default ->
                    throw new BadRequest(
                            "scope.kind",
                            "Use everything, externals, people, role, recordType or field.");
        };
    }

    /** What it is about, for people: "the role Dispatcher". */
    String words(AccessModel model) {
        return switch (kind) {
            case "everything" -> "everything that anybody holds";
            case "externals" -> "everything that outsiders hold";
            case "people" -> "whatever " + Explanation.ofDesign(model).audience(people()) + " hold";
            case "role" ->
                    "the role " + model.design().role(role).map(one -> one.name()).orElse(role);
            case "recordType" -> "whoever reaches " + plural(model);
            default ->
                    "whoever reaches the "
                            + model.catalogue()
                                    .recordType(recordType)
                                    .flatMap(type -> type.field(field))
                                    .map(one -> one.label().toLowerCase(Locale.ROOT))
                                    .orElse(field)
                            + " of "
                            + plural(model);
        };
    }

    private String plural(AccessModel model) {
        return model.catalogue()
                .recordType(recordType)
                .map(one -> one.plural().toLowerCase(Locale.ROOT))
                .orElse(recordType);
    }

    private Audience people() {
        Audience read =
                DocumentReader.audience(
                        "scope.audience",
                        Optional.ofNullable(audience)
                                .orElseGet(() -> new AudiencePart(List.of(), List.of())));
        if (read.of().isEmpty()) {
            throw new BadRequest("scope.audience", "Say whose rights are reviewed.");
        }
        return read;
    }

    private RecordType type(AccessModel model) {
        return model.catalogue()
                .recordType(said(recordType))
                .orElseThrow(() -> none("recordType", "record type"));
    }

    private Field guarded(AccessModel model) {
        return type(model)
                .field(said(field))
                .filter(Field::guarded)
                .orElseThrow(() -> none("field", "guarded field"));
    }

    private static String said(String text) {
        return text == null ? "" : text;
    }

    private static BadRequest none(String path, String what) {
        return new BadRequest("scope." + path, "There is no such " + what + ".");
    }
}
