package nembar.server.session;

import jakarta.persistence.EntityManager;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.util.Optional;
import nembar.core.directory.Person;
import nembar.server.model.Models;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** For which of their accounts whoever is signed in acts, in this session. */
@Component
public class Acting {
    private static final String ACCOUNT = "nembar.account";

    private final EntityManager entities;
    private final Models models;

    Acting(EntityManager entities, Models models) {
        this.entities = entities;
        this.models = models;
    }

    /** The account chosen in this session; empty for anybody else, or where nothing was chosen. */
    public Optional<String> accountOf(Person person) {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        boolean me = signedIn != null && signedIn.getName().equals(person.key());
        return me
                ? session()
                        .map(session -> (String) session.getAttribute(ACCOUNT))
                        .filter(person.accounts()::contains)
                : Optional.empty();
    }

    /** Begins with the account last chosen, or else the first that is open. */
    @Transactional(readOnly = true)
    public void begin(HttpSession session, Person person) {
        PreferenceRow preference = entities.find(PreferenceRow.class, person.key());
        Optional<String> last =
                Optional.ofNullable(preference)
                        .map(row -> row.account)
                        .filter(person.accounts()::contains);
        last.or(() -> person.accounts().stream().filter(this::released).findFirst())
                .ifPresent(account -> session.setAttribute(ACCOUNT, account));
    }

    private boolean released(String account) {
        return models.directory().account(account).filter(one -> !one.pending()).isPresent();
    }

    /** Acts for another of one's accounts from now on, and next time too. */
    @Transactional
    public void choose(HttpSession session, Person person, String account) {
        session.setAttribute(ACCOUNT, account);
        preferenceOf(person.key()).account = account;
    }

    /** Where the person begins after signing in; empty where they have not said. */
    @Transactional(readOnly = true)
    public Optional<String> startPlace(Person person) {
        return Optional.ofNullable(entities.find(PreferenceRow.class, person.key()))
                .map(row -> row.startPlace)
                .filter(place -> !place.isEmpty());
    }

    /** How dates are written for the person; empty for the usual way. */
    @Transactional(readOnly = true)
    public String dateStyle(Person person) {
        return Optional.ofNullable(entities.find(PreferenceRow.class, person.key()))
                .map(row -> row.dateStyle)
                .orElse("");
    }

    @Transactional
    public void prefer(Person person, String startPlace, String dateStyle) {
        PreferenceRow row = preferenceOf(person.key());
        row.startPlace = startPlace;
        row.dateStyle = dateStyle;
    }

    private PreferenceRow preferenceOf(String person) {
        PreferenceRow row = entities.find(PreferenceRow.class, person);
        if (row == null) {
            row = new PreferenceRow();
            row.person = person;
            row.startPlace = "";
            row.dateStyle = "";
            entities.persist(row);
        }
        return row;
    }

    private static Optional<HttpSession> session() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes of
                ? Optional.of(of.getRequest()).map(Acting::sessionOf)
                : Optional.empty();
    }

    private static HttpSession sessionOf(HttpServletRequest request) {
        return request.getSession(false);
    }
}
