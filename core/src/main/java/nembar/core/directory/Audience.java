package nembar.core.directory;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A union of parts of the directory, less an exception list of the same (docs/access-model.md,
 * section 2). Whom it has is answered for a person who acts for one account; see {@code
 * AccessModel.audiencePart}.
 */
public record Audience(List<Part> of, List<Part> except) {
    public Audience {
        of = List.copyOf(of);
        except = List.copyOf(except);
    }

    public static Audience anyOf(Part... parts) {
        return new Audience(List.of(parts), List.of());
    }

    /** Whether whom it has depends on who holds a role, and so on the moment. */
    public boolean namesHolders() {
        return Stream.concat(of.stream(), except.stream()).anyMatch(HoldersOf.class::isInstance);
    }

    /** Key of the one person that it is; empty where it is not just one. */
    public Optional<String> onlyPerson() {
        return of.size() == 1 && except.isEmpty() && of.get(0) instanceof OnePerson one
                ? Optional.of(one.person())
                : Optional.empty();
    }

    /** One building block of an audience. */
    public sealed interface Part {
        /** The case for this kind of part. */
        <T> T fold(Cases<T> cases);
    }

    /** One answer for each kind of part. */
    public interface Cases<T> {
        T onePerson(OnePerson part);

        T oneTeam(OneTeam part);

        T oneUnit(OneUnit part);

        T holdersOf(HoldersOf part);

        T allStaff(AllStaff part);

        T allExternals(AllExternals part);

        T externalsOf(ExternalsOf part);

        T externalsTagged(ExternalsTagged part);
    }

    public record OnePerson(String person) implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.onePerson(this);
        }
    }

    public record OneTeam(String team) implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.oneTeam(this);
        }
    }

    /** A unit's people, and with {@code below} those of every unit under it. */
    public record OneUnit(String unit, boolean below) implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.oneUnit(this);
        }
    }

    /** Whoever holds the role. Not allowed in an assignment's own audience. */
    public record HoldersOf(String role) implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.holdersOf(this);
        }
    }

    public record AllStaff() implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.allStaff(this);
        }
    }

    public record AllExternals() implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.allExternals(this);
        }
    }

    /** Externals while they act for this account. */
    public record ExternalsOf(String account) implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.externalsOf(this);
        }
    }

    /** Externals while they act for an account with this tag. */
    public record ExternalsTagged(String tag) implements Part {
        @Override
        public <T> T fold(Cases<T> cases) {
            return cases.externalsTagged(this);
        }
    }
}
