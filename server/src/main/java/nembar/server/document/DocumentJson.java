package nembar.server.document;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import nembar.core.model.ModelRefused;
import nembar.core.model.Problem;
import nembar.core.text.Nearest;
import nembar.server.http.RequestShapes;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;

/** The design document as JSON text, read strictly: a member nobody knows is an error. */
public final class DocumentJson {
    private static final JsonMapper MAPPER =
            RequestShapes.withoutHoles(JsonMapper.builder())
                    .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                    .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
                    .build();

    private DocumentJson() {}

    /**
     * The document in this text.
     *
     * @throws ModelRefused when the text is no JSON, or JSON of another shape, with the place
     */
    public static DesignDocument read(byte[] json) {
        DesignDocument document = read(json, DesignDocument.class);
        if (!DesignDocument.FORMAT.equals(document.format())) {
            throw refused(
                    "format",
                    "expected `" + DesignDocument.FORMAT + "`, found `" + document.format() + "`");
        }
        if (document.application() == null || document.application().key() == null) {
            throw refused("application.key", "it is missing");
        }
        return document;
    }

    /** One element of a document, as it is kept in a row. */
    public static <T> T element(String json, Class<T> type) {
        return MAPPER.readValue(json, type);
    }

    /** The members of a JSON object. */
    @SuppressWarnings("unchecked")
    public static Map<String, Object> object(String json) {
        return MAPPER.readValue(json, Map.class);
    }

    public static String text(Object element) {
        return MAPPER.writeValueAsString(element);
    }

    /** Whether two texts hold the same JSON, whatever its order and spacing. */
    public static boolean same(String one, String other) {
        return MAPPER.readTree(one).equals(MAPPER.readTree(other));
    }

    /** The elements of a JSON list. */
    public static <T> List<T> list(String json, Class<T> type) {
        return MAPPER.readValue(
                json, MAPPER.getTypeFactory().constructCollectionType(List.class, type));
    }

    /**
     * Parsed JSON as a part of a document.
     *
     * @throws ModelRefused when it has another shape, with the place below {@code path}
     */
    static <T> T convert(String path, Object json, Class<T> type) {
        try {
            return shaped(() -> MAPPER.readValue(MAPPER.writeValueAsString(json), type));
        } catch (ModelRefused refused) {
            throw new ModelRefused(
                    refused.problems().stream()
                            .map(one -> new Problem(path + "." + one.path(), one.message()))
                            .toList());
        }
    }

    private static <T> T read(byte[] json, Class<T> type) {
        return shaped(() -> MAPPER.readValue(json, type));
    }

    private static <T> T shaped(Supplier<T> reading) {
        try {
            T read = reading.get();
            if (read == null) {
                throw refused("", "expected an object, found nothing");
            }
            return read;
        } catch (UnrecognizedPropertyException unknown) {
            Collection<String> known = new ArrayList<>();
            unknown.getKnownPropertyIds().forEach(id -> known.add(id.toString()));
            throw refused(
                    path(unknown),
                    "no member `"
                            + unknown.getPropertyName()
                            + "` is known here"
                            + Nearest.hint(unknown.getPropertyName(), known));
        } catch (InvalidFormatException wrong) {
            throw refused(path(wrong), "`" + wrong.getValue() + "` does not fit here");
        } catch (MismatchedInputException wrong) {
            throw refused(path(wrong), "a value of another shape is expected here");
        } catch (DatabindException wrong) {
            throw refused(path(wrong), "this cannot be read");
        } catch (JacksonException malformed) {
            String where =
                    malformed.getLocation() == null
                            ? ""
                            : "line "
                                    + malformed.getLocation().getLineNr()
                                    + ", column "
                                    + malformed.getLocation().getColumnNr();
            throw refused(where, "this is no JSON: " + malformed.getOriginalMessage());
        }
    }

    private static String path(JacksonException failed) {
        StringBuilder path = new StringBuilder();
        for (JacksonException.Reference step : failed.getPath()) {
            if (step.getPropertyName() != null) {
                path.append(path.isEmpty() ? "" : ".").append(step.getPropertyName());
            } else {
                path.append('[').append(step.getIndex()).append(']');
            }
        }
        return path.toString();
    }

    private static ModelRefused refused(String path, String message) {
        return new ModelRefused(List.of(new Problem(path, message)));
    }
}
