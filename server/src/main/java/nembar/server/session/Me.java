package nembar.server.session;

import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.model.Models;
import org.springframework.security.authentication.InsufficientAuthenticationException;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** Who is asking, in the present request. */
@Component
public class Me {
    private final Models models;

    Me(Models models) {
        this.models = models;
    }

    /**
     * The person, as the directory has them now: somebody suspended since they signed in is out.
     *
     * @throws InsufficientAuthenticationException when nobody active is signed in
     */
    public Person person() {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        return (signedIn == null
                        ? Optional.<Person>empty()
                        : models.directory().person(signedIn.getName()))
                .filter(Person::active)
                .orElseThrow(() -> new InsufficientAuthenticationException("not signed in"));
    }
}
