package nembar.server.reading;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import nembar.core.directory.PersonKind;
import nembar.server.http.BadRequest;
import nembar.server.http.OneOf;

/**
 * How a directory is reached and what its attributes mean. The password of the binding is asked for
 * at each run and kept nowhere.
 *
 * @param security none, tls or startTls
 * @param base the entry below which people are looked for
 * @param filter an LDAP filter (RFC 4515)
 * @param mapping LDAP attribute by field of a person: email, givenName, familyName, kind, account,
 *     unit, manager, timeZone
 * @param kind of people whose entry says none
 * @param account key of the account of externals whose entry says none
 * @param goneClose whether people whose entry is gone are closed; otherwise they are suspended
 */
@JsonIgnoreProperties(ignoreUnknown = true)
public record LdapSettings(
        String host,
        Integer port,
        @OneOf(words = {"none", "tls", "startTls"}) String security,
        String bindDn,
        String base,
        String filter,
        Map<String, String> mapping,
        @OneOf(PersonKind.class) String kind,
        String account,
        Boolean goneClose)
        implements EntrySettings {
    static final List<String> FIELDS =
            List.of(
                    "email",
                    "givenName",
                    "familyName",
                    "kind",
                    "account",
                    "unit",
                    "manager",
                    "timeZone");
    private static final int PORTS = 65_535;

    public LdapSettings {
        security = security == null ? "none" : security;
        bindDn = bindDn == null ? "" : bindDn.strip();
        filter = filter == null || filter.isBlank() ? "(objectClass=person)" : filter.strip();
        mapping = mapping == null ? Map.of() : Map.copyOf(mapping);
        kind = kind == null || kind.isBlank() ? "staff" : kind;
        account = account == null ? "" : account;
        goneClose = Boolean.TRUE.equals(goneClose);
    }

    /**
     * @throws BadRequest for what cannot be reached by these
     */
    void check() {
        if (host == null || host.isBlank()) {
            throw new BadRequest("host", "Give the name or address of the directory's server.");
        }
        if (port == null || port < 1 || port > PORTS) {
            throw new BadRequest("port", "Give a port; 389 is usual, 636 with TLS.");
        }
        if (!List.of("none", "tls", "startTls").contains(security)) {
            throw new BadRequest("security", "Security is none, tls or startTls.");
        }
        if (base == null || base.isBlank()) {
            throw new BadRequest(
                    "base",
                    "Give the entry to look below, as in ou=people,dc=larkwater,dc=example.");
        }
        for (String needed : List.of("email", "givenName")) {
            if (mapping.getOrDefault(needed, "").isBlank()) {
                throw new BadRequest("mapping", "Say which attribute has the " + needed + ".");
            }
        }
        mapping.keySet().stream()
                .filter(field -> !FIELDS.contains(field))
                .findFirst()
                .ifPresent(
                        field -> {
                            throw new BadRequest("mapping", "There is no field `" + field + "`.");
                        });
    }

    @Override
    public boolean maps(String field) {
        return !mapping.getOrDefault(field, "").isBlank();
    }

    /** As a source keeps them, with the fields that it owns. */
    Map<String, Object> kept() {
        Map<String, Object> kept = new LinkedHashMap<>();
        kept.put("host", host.strip());
        kept.put("port", port);
        kept.put("security", security);
        kept.put("bindDn", bindDn);
        kept.put("base", base.strip());
        kept.put("filter", filter);
        kept.put("mapping", mapping);
        kept.put("kind", kind);
        kept.put("account", account);
        kept.put("goneClose", goneClose);
        kept.put(
                "owns",
                mapping.entrySet().stream()
                        .filter(one -> !one.getValue().isBlank())
                        .map(one -> one.getKey().equals("account") ? "accounts" : one.getKey())
                        .sorted()
                        .toList());
        return kept;
    }
}
