package nembar.server.reading;

import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchResult;
import com.unboundid.ldap.sdk.SearchResultEntry;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.SimplePagedResultsControl;
import com.unboundid.ldap.sdk.extensions.StartTLSExtendedRequest;
import com.unboundid.util.ssl.HostNameSSLSocketVerifier;
import com.unboundid.util.ssl.SSLUtil;
import java.security.GeneralSecurityException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import nembar.server.http.BadRequest;

/** Reads entries from a directory, page by page. */
final class LdapReading {
    private static final int CONNECT_MS = 5_000;
    private static final long RESPONSE_MS = 30_000;
    private static final int PAGE = 500;
    private static final int ENTRIES_AT_MOST = 50_000;

    private LdapReading() {}

    /**
     * @param password of the binding; empty for an anonymous one
     * @throws BadRequest with what the directory said
     */
    static List<Entry> read(LdapSettings settings, String password) {
        settings.check();
        try (LDAPConnection connection = connect(settings)) {
            if (!settings.bindDn().isEmpty()) {
                if (password == null || password.isEmpty()) {
                    throw new BadRequest(
                            "password", "Type the password of " + settings.bindDn() + ".");
                }
                connection.bind(settings.bindDn(), password);
            }
            return search(connection, settings);
        } catch (LDAPException failed) {
            throw told(failed, settings);
        } catch (GeneralSecurityException failed) {
            throw new BadRequest("security", "TLS cannot be used here: " + failed.getMessage());
        }
    }

    private static LDAPConnection connect(LdapSettings settings)
            throws LDAPException, GeneralSecurityException {
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis(CONNECT_MS);
        options.setResponseTimeoutMillis(RESPONSE_MS);
        options.setFollowReferrals(false);
        options.setSSLSocketVerifier(new HostNameSSLSocketVerifier(true));
        String host = settings.host().strip();
        // The certificates that this machine's Java trusts, and only those of the host asked for.
        SSLUtil tls = new SSLUtil();
        if (settings.security().equals("tls")) {
            return new LDAPConnection(tls.createSSLSocketFactory(), options, host, settings.port());
        }
        LDAPConnection connection = new LDAPConnection(options, host, settings.port());
        if (settings.security().equals("startTls")) {
            connection.processExtendedOperation(
                    new StartTLSExtendedRequest(tls.createSSLContext()));
        }
        return connection;
    }

    private static List<Entry> search(LDAPConnection connection, LdapSettings settings)
            throws LDAPException {
        Map<String, String> wanted = new LinkedHashMap<>();
        settings.mapping()
                .forEach(
                        (field, attribute) -> {
                            if (!attribute.isBlank()) {
                                wanted.put(field, attribute.strip());
                            }
                        });
        List<Entry> entries = new ArrayList<>();
        SearchRequest request =
                new SearchRequest(
                        settings.base().strip(),
                        SearchScope.SUB,
                        Filter.create(settings.filter()),
                        wanted.values().toArray(String[]::new));
        SimplePagedResultsControl page = new SimplePagedResultsControl(PAGE, false);
        while (page != null) {
            request.setControls(page);
            SearchResult result = connection.search(request);
            for (SearchResultEntry entry : result.getSearchEntries()) {
                entries.add(entry(entry, wanted));
            }
            if (entries.size() > ENTRIES_AT_MOST) {
                throw new BadRequest(
                        "filter", "More than " + ENTRIES_AT_MOST + " entries; narrow the filter.");
            }
            SimplePagedResultsControl next = SimplePagedResultsControl.get(result);
            page =
                    next != null && next.moreResultsToReturn()
                            ? new SimplePagedResultsControl(PAGE, next.getCookie(), false)
                            : null;
        }
        return entries;
    }

    private static Entry entry(SearchResultEntry entry, Map<String, String> wanted) {
        Map<String, String> values = new LinkedHashMap<>();
        wanted.forEach(
                (field, attribute) -> {
                    String value = entry.getAttributeValue(attribute);
                    if (value != null && !value.isBlank()) {
                        values.put(field, value.strip());
                    }
                });
        return new Entry(entry.getDN(), values);
    }

    private static BadRequest told(LDAPException failed, LdapSettings settings) {
        ResultCode code = failed.getResultCode();
        if (code.equals(ResultCode.INVALID_CREDENTIALS)) {
            return new BadRequest(
                    "password", "The directory does not take this name and password.");
        }
        if (code.equals(ResultCode.CONNECT_ERROR) || code.equals(ResultCode.SERVER_DOWN)) {
            return new BadRequest(
                    "host",
                    "Nothing answers at "
                            + settings.host()
                            + ":"
                            + settings.port()
                            + " in the way that was said. Check host, port and security.");
        }
        if (code.equals(ResultCode.NO_SUCH_OBJECT)) {
            return new BadRequest("base", "The directory has no entry " + settings.base() + ".");
        }
        if (code.equals(ResultCode.FILTER_ERROR)) {
            return new BadRequest("filter", "That is no LDAP filter: " + failed.getMessage());
        }
        return new BadRequest("host", "The directory says: " + failed.getMessage());
    }
}
