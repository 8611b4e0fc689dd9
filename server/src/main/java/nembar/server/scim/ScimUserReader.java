package nembar.server.scim;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.BadRequestException;
import com.unboundid.scim2.common.exceptions.ScimException;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Account;
import nembar.core.directory.Directory;
import nembar.core.directory.EmailAddress;
import nembar.core.directory.Person;
import nembar.core.directory.PersonKind;
import nembar.core.text.Nearest;

/** Reads SCIM users (RFC 7643, sections 4.1 and 4.3) as people. */
final class ScimUserReader {
    private ScimUserReader() {}

    /** The person that the JSON says; what it leaves out is as it would be of somebody new. */
    static Person read(Directory directory, Person now, ObjectNode json) throws ScimException {
        String email =
                ScimJson.text(json, "userName")
                        .orElseThrow(
                                () -> BadRequestException.invalidValue("userName is missing."));
        if (!EmailAddress.valid(email)) {
            throw BadRequestException.invalidValue(
                    "userName has to be an e-mail address; `" + email + "` is none.");
        }
        Optional<JsonNode> name = ScimJson.member(json, "name");
        String given =
                name.flatMap(one -> ScimJson.text(one, "givenName"))
                        .or(() -> ScimJson.text(json, "displayName"))
                        .or(() -> name.flatMap(one -> ScimJson.text(one, "formatted")))
                        .orElse(email.substring(0, email.lastIndexOf('@')));
        String family = name.flatMap(one -> ScimJson.text(one, "familyName")).orElse("");
        Optional<JsonNode> enterprise = ScimJson.member(json, ScimUsers.ENTERPRISE);
        PersonKind kind = kind(json, now);
        return new Person(
                now.key(),
                kind,
                email,
                given,
                family,
                accounts(directory, kind, enterprise, now),
                enterprise.flatMap(one -> ScimJson.text(one, "department")).isPresent()
                        ? Optional.of(
                                named(
                                        "department",
                                        ScimJson.text(enterprise.get(), "department").get(),
                                        directory.unitNames()))
                        : Optional.empty(),
                manager(directory, enterprise),
                zone(json, now),
                now.status(),
                now.attributes());
    }

    private static PersonKind kind(ObjectNode json, Person now) throws ScimException {
        Optional<String> said = ScimJson.text(json, "userType");
        if (said.isEmpty()) {
            return now.kind();
        }
        return PersonKind.named(said.get().toLowerCase(Locale.ROOT))
                .orElseThrow(
                        () ->
                                BadRequestException.invalidValue(
                                        "userType is staff, external or service."));
    }

    private static List<String> accounts(
            Directory directory, PersonKind kind, Optional<JsonNode> enterprise, Person now)
            throws ScimException {
        if (kind != PersonKind.EXTERNAL) {
            return directory.ownAccount().map(Account::key).stream().toList();
        }
        Optional<String> said = enterprise.flatMap(one -> ScimJson.text(one, "organization"));
        if (said.isPresent()) {
            String key = named("organization", said.get(), directory.accountNames());
            if (directory.account(key).filter(Account::own).isPresent()) {
                throw BadRequestException.invalidValue(
                        "Somebody of " + said.get() + " itself is staff, not external.");
            }
            // Whoever works for several keeps the others.
            return now.accounts().contains(key) ? now.accounts() : List.of(key);
        }
        if (now.accounts().isEmpty()) {
            throw BadRequestException.invalidValue(
                    "An external needs organization, in " + ScimUsers.ENTERPRISE + ".");
        }
        return now.accounts();
    }

    private static String named(String attribute, String said, Map<String, String> names)
            throws ScimException {
        for (Map.Entry<String, String> one : names.entrySet()) {
            if (one.getValue().equalsIgnoreCase(said) || one.getKey().equalsIgnoreCase(said)) {
                return one.getKey();
            }
        }
        throw BadRequestException.invalidValue(
                Nearest.sentence(
                        "There is no " + attribute + " `" + said + "`", said, names.values()));
    }

    private static Optional<String> manager(Directory directory, Optional<JsonNode> enterprise)
            throws ScimException {
        Optional<String> said =
                enterprise
                        .flatMap(one -> ScimJson.member(one, "manager"))
                        .flatMap(
                                one ->
                                        one.isTextual()
                                                ? Optional.of(one.asText())
                                                : ScimJson.text(one, "value"));
        if (said.isPresent() && directory.person(said.get()).isEmpty()) {
            throw BadRequestException.invalidValue(
                    "manager names nobody here: `" + said.get() + "`; give the id of a user.");
        }
        return said;
    }

    private static ZoneId zone(ObjectNode json, Person now) throws ScimException {
        Optional<String> said = ScimJson.text(json, "timezone");
        try {
            return said.map(ZoneId::of).orElse(now.zone());
        } catch (DateTimeException unknown) {
            throw BadRequestException.invalidValue(
                    "`" + said.orElse("") + "` is no time zone; Europe/London is one.");
        }
    }

    static boolean active(ObjectNode json, boolean otherwise) throws ScimException {
        Optional<JsonNode> said = ScimJson.member(json, "active");
        if (said.isEmpty()) {
            return otherwise;
        }
        String text = said.get().asText().toLowerCase(Locale.ROOT);
        if (!text.equals("true") && !text.equals("false")) {
            throw BadRequestException.invalidValue("active is true or false.");
        }
        return text.equals("true");
    }

    static Optional<String> externalId(ObjectNode json) {
        return ScimJson.text(json, "externalId");
    }
}
