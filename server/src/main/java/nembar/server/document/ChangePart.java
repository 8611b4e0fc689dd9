package nembar.server.document;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Map;

/**
 * One change of a catalogue or a design: an element put in, or one taken out. Exactly one of put
 * and remove is there.
 *
 * @param put the list of a design document that the element belongs to: recordTypes, roles,
 *     assignments ...
 * @param element the element, as it stands in that list
 * @param at its place in the list, from 0; left out for where it was, or the end
 * @param remove the list of the element taken out
 * @param key key of the element taken out
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record ChangePart(
        String put, Map<String, Object> element, Integer at, String remove, String key) {
    /** Puts an element in where it was, or at the end. */
    public static ChangePart put(String list, Map<String, Object> element) {
        return new ChangePart(list, element, null, null, null);
    }

    public static ChangePart remove(String list, String key) {
        return new ChangePart(null, null, null, list, key);
    }
}
