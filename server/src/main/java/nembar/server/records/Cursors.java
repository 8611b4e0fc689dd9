package nembar.server.records;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import nembar.core.catalogue.Field;
import nembar.core.catalogue.FieldType;
import nembar.core.sql.ListQuery.Position;
import nembar.server.document.DocumentJson;
import nembar.server.http.BadRequest;

/** A position in a list of records as text that goes to a client and comes back. */
public final class Cursors {
    private static final int LENGTH_AT_MOST = 2_000;

    private Cursors() {}

    /** The key, and the value where there is one, as JSON in base64url (RFC 4648). */
    public static String text(Position position) {
        List<Object> parts = new ArrayList<>(List.of(position.key()));
        position.value().map(Values::toJson).ifPresent(parts::add);
        return Base64.getUrlEncoder()
                .withoutPadding()
                .encodeToString(DocumentJson.text(parts).getBytes(StandardCharsets.UTF_8));
    }

    /**
     * The position of such a text.
     *
     * @param name of the parameter that has it
     * @param sorted the field that is sorted by
     * @throws BadRequest where it is no such text
     */
    public static Position read(String name, String text, Optional<Field> sorted) {
        try {
            if (text.length() > LENGTH_AT_MOST) {
                throw new IllegalArgumentException("too long");
            }
            List<?> parts =
                    DocumentJson.element(
                            new String(Base64.getUrlDecoder().decode(text), StandardCharsets.UTF_8),
                            List.class);
            String key = (String) Values.fromJson(parts.get(0), FieldType.TEXT);
            Optional<Object> value =
                    sorted.filter(field -> parts.size() > 1)
                            .map(field -> Values.fromJson(parts.get(1), field));
            return new Position(value, key);
        } catch (RuntimeException none) {
            throw new BadRequest(name, "Send what the page beside it gave.");
        }
    }
}
