package nembar.core.design;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import nembar.core.condition.Condition;
import nembar.core.directory.Audience;
import nembar.core.element.Element;
import nembar.core.element.ElementKind;

/**
 * Lowers the level of some fields for an audience (docs/access-model.md, section 3).
 *
 * @param fields keys of fields of the record type
 * @param condition on which records it applies; unknown is one of them
 */
public record FieldFilter(
        String key,
        String name,
        Audience audience,
        String recordType,
        Set<String> fields,
        Effect effect,
        Optional<Condition> condition)
        implements Element {
    public FieldFilter {
        fields = Collections.unmodifiableSet(new TreeSet<>(fields));
    }

    /** On every record. */
    public FieldFilter(
            String key,
            String name,
            Audience audience,
            String recordType,
            Set<String> fields,
            Effect effect) {
        this(key, name, audience, recordType, fields, effect, Optional.empty());
    }

    /** This filter for another audience. */
    public FieldFilter withAudience(Audience other) {
        return new FieldFilter(key, name, other, recordType, fields, effect, condition);
    }

    /** This filter of other fields. */
    public FieldFilter withFields(Set<String> other) {
        return new FieldFilter(key, name, audience, recordType, other, effect, condition);
    }

    @Override
    public ElementKind kind() {
        return ElementKind.FIELD_FILTER;
    }

    /** What happens to the fields. */
    public sealed interface Effect {
        /** The highest level that is left of a field. */
        FieldLevel ceiling();

        /** What {@code cases} says of this kind of effect. */
        <T> T fold(Cases<T> cases);

        /** Something said of every kind of effect, so that a new one is forgotten nowhere. */
        interface Cases<T> {
            T hide();

            T mask(MaskStyle style);

            T freeze();
        }

        /** The field is hidden. */
        record Hide() implements Effect {
            @Override
            public FieldLevel ceiling() {
                return FieldLevel.HIDDEN;
            }

            @Override
            public <T> T fold(Cases<T> cases) {
                return cases.hide();
            }
        }

        /** The field is seen through a mask. */
        record Mask(MaskStyle style) implements Effect {
            @Override
            public FieldLevel ceiling() {
                return FieldLevel.MASKED;
            }

            @Override
            public <T> T fold(Cases<T> cases) {
                return cases.mask(style);
            }
        }

        /** The field may be seen and never changed. */
        record Freeze() implements Effect {
            @Override
            public FieldLevel ceiling() {
                return FieldLevel.VIEW;
            }

            @Override
            public <T> T fold(Cases<T> cases) {
                return cases.freeze();
            }
        }
    }
}
