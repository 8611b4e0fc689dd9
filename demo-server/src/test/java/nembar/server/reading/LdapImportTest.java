package nembar.server.reading;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import nembar.server.testing.Arrivals;
import nembar.server.testing.Client;
import nembar.server.testing.Client.Answer;
import nembar.server.testing.Cluster;
import nembar.server.testing.Installation;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** People read from a real LDAP directory: what would come, change and go, and the run. */
@ExtendWith(Installation.class)
class LdapImportTest {
    private static final String ADMIN = "cn=admin,dc=larkwater,dc=example";
    private static final String PASSWORD = "barge pole";
    private static final String PEOPLE = "ou=people,dc=larkwater,dc=example";
    private static int port;

    @TempDir static Path folder;

    @BeforeAll
    static void start() throws IOException {
        Files.writeString(
                folder.resolve("entries.ldif"),
                """
                dn: dc=larkwater,dc=example
                objectClass: dcObject
                objectClass: organization
                o: Larkwater
                dc: larkwater

                dn: ou=people,dc=larkwater,dc=example
                objectClass: organizationalUnit
                ou: people

                dn: uid=bram,ou=people,dc=larkwater,dc=example
                objectClass: inetOrgPerson
                uid: bram
                cn: Bram Ledger
                sn: Ledger
                givenName: Bram
                mail: bram.ledger@larkwater.example
                departmentNumber: Credit

                dn: uid=cleo,ou=people,dc=larkwater,dc=example
                objectClass: inetOrgPerson
                uid: cleo
                cn: Cleo Wharfe
                sn: Wharfe
                givenName: Cleo
                mail: cleo.wharfe@larkwater.example
                departmentNumber: Credit
                manager: uid=bram,ou=people,dc=larkwater,dc=example

                dn: uid=lost,ou=people,dc=larkwater,dc=example
                objectClass: inetOrgPerson
                uid: lost
                cn: Lost Unit
                sn: Unit
                givenName: Lost
                mail: lost.unit@larkwater.example
                departmentNumber: Atlantis
                """);
        port = Cluster.freePort();
        script("start", folder.toString(), Integer.toString(port));
    }

    @AfterAll
    static void stop() {
        script("stop", folder.toString());
    }

    private static void script(String... arguments) {
        try {
            List<String> command =
                    new ArrayList<>(
                            List.of("bash", Cluster.project().resolve("ops/directory").toString()));
            command.addAll(List.of(arguments));
            Process process =
                    new ProcessBuilder(command)
                            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                            .redirectError(ProcessBuilder.Redirect.INHERIT)
                            .start();
            if (!process.waitFor(60, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IllegalStateException("ops/directory " + arguments[0] + " failed");
            }
        } catch (IOException | InterruptedException failed) {
            throw new IllegalStateException(failed);
        }
    }

    private static Map<String, Object> settings(Map<String, Object> more) {
        Map<String, Object> ldap =
                new HashMap<>(
                        Map.of(
                                "host",
                                "127.0.0.1",
                                "port",
                                port,
                                "security",
                                "none",
                                "bindDn",
                                ADMIN,
                                "base",
                                PEOPLE,
                                "filter",
                                "(objectClass=inetOrgPerson)",
                                "mapping",
                                Map.of(
                                        "email", "mail",
                                        "givenName", "givenName",
                                        "familyName", "sn",
                                        "unit", "departmentNumber",
                                        "manager", "manager")));
        ldap.putAll(more);
        return Map.of("kind", "ldap", "name", "House directory", "ldap", ldap);
    }

    private static Answer run(Client client, String id, String password, boolean preview) {
        return client.post(
                "/api/sources/" + id + "/run?preview=" + preview, Map.of("password", password));
    }

    private static void directory(LdapAct act) throws LDAPException {
        try (LDAPConnection connection = new LDAPConnection("127.0.0.1", port, ADMIN, PASSWORD)) {
            act.on(connection);
        }
    }

    private interface LdapAct {
        void on(LDAPConnection connection) throws LDAPException;
    }

    @Test
    void externalsWhoSayNoAccountAreOfTheSourcesOwn(Installation nembar) {
        Client client = nembar.administrator();
        Map<String, Object> externals =
                Map.of(
                        "kind",
                        "external",
                        "filter",
                        "(uid=lost)",
                        "mapping",
                        Map.of("email", "mail", "givenName", "givenName"));
        String id = client.post("/api/sources", settings(externals)).json().path("id").asString();
        JsonNode none = run(client, id, PASSWORD, true).json();
        assertThat(none.path("counts").path("wrong").asInt()).isEqualTo(1);
        assertThat(none.path("lines").toString()).contains("works for an account");

        Map<String, Object> placed = new HashMap<>(externals);
        placed.put("account", "corrie-metals");
        Answer changed = client.put("/api/sources/" + id, settings(placed));
        assertThat(changed.json().path("ldap").path("account").asString())
                .isEqualTo("corrie-metals");
        JsonNode come = run(client, id, PASSWORD, true).json();
        assertThat(come.path("counts").path("come").asInt()).isEqualTo(1);
        client.delete("/api/sources/" + id);
    }

    @Test
    void peopleComeChangeAndGoAsTheDirectorySays(Installation nembar) throws LDAPException {
        Client client = nembar.administrator();
        String id = client.post("/api/sources", settings(Map.of())).json().path("id").asString();
        assertThat(client.get("/api/sources").text()).doesNotContain(PASSWORD);

        JsonNode look = run(client, id, PASSWORD, true).json();
        assertThat(look.path("counts").path("come").asInt()).isEqualTo(2);
        assertThat(look.path("counts").path("wrong").asInt()).isEqualTo(1);
        assertThat(look.path("lines").toString()).contains("no unit `Atlantis`");
        assertThat(client.get("/api/people?search=bram.ledger").json().path("total").asInt())
                .isZero();

        run(client, id, PASSWORD, false);
        String cleo = Arrivals.key(client, "cleo.wharfe@larkwater.example");
        JsonNode sheet = client.get("/api/people/" + cleo).json();
        assertThat(sheet.path("unit").path("name").asString()).isEqualTo("Credit");
        assertThat(sheet.path("manager").path("name").asString()).isEqualTo("Bram Ledger");
        assertThat(sheet.path("source").path("name").asString()).isEqualTo("House directory");

        Map<String, Object> byHand = new HashMap<>();
        byHand.put("version", sheet.path("version").asLong());
        byHand.put("kind", "staff");
        byHand.put("email", "cleo.wharfe@larkwater.example");
        byHand.put("givenName", "Cleopatra");
        byHand.put("familyName", "Wharfe");
        byHand.put("unit", "credit");
        byHand.put("manager", sheet.path("manager").path("key").asString());
        byHand.put("timeZone", "Europe/London");
        Answer refused = client.put("/api/people/" + cleo, byHand);
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.text()).contains("House directory has the say");

        assertThat(run(client, id, PASSWORD, true).json().path("counts").path("same").asInt())
                .isEqualTo(2);
        directory(
                connection -> {
                    connection.modify(
                            "uid=cleo," + PEOPLE,
                            new Modification(ModificationType.REPLACE, "sn", "Quayle"));
                    connection.delete("uid=bram," + PEOPLE);
                });
        JsonNode second = run(client, id, PASSWORD, true).json();
        assertThat(second.path("counts").path("change").asInt()).isEqualTo(1);
        assertThat(second.path("counts").path("go").asInt()).isEqualTo(1);
        run(client, id, PASSWORD, false);
        assertThat(client.get("/api/people/" + cleo).json().path("name").asString())
                .isEqualTo("Cleo Quayle");
        String bram = Arrivals.key(client, "bram.ledger@larkwater.example");
        assertThat(client.get("/api/people/" + bram).json().path("status").asString())
                .isEqualTo("suspended");
        JsonNode source =
                client.get("/api/sources")
                        .json()
                        .valueStream()
                        .filter(one -> one.path("id").asString().equals(id))
                        .findFirst()
                        .orElseThrow();
        assertThat(source.path("lastRunWords").asString()).contains("1 change", "1 go");
    }

    @Test
    void whatStandsInTheWayIsSaidPlainly(Installation nembar) {
        Client client = nembar.administrator();
        Map<Map<String, Object>, String> wrong =
                Map.of(
                        Map.of("port", Cluster.freePort()), "Nothing answers at",
                        Map.of("base", "ou=nowhere,dc=larkwater,dc=example"), "no entry",
                        Map.of("filter", "(broken"), "no LDAP filter");
        wrong.forEach(
                (change, said) -> {
                    String id =
                            client.post("/api/sources", settings(change))
                                    .json()
                                    .path("id")
                                    .asString();
                    assertThat(run(client, id, PASSWORD, true).detail()).contains(said);
                    client.delete("/api/sources/" + id);
                });
        String id = client.post("/api/sources", settings(Map.of())).json().path("id").asString();
        assertThat(run(client, id, "wrong", true).detail()).contains("does not take");
        assertThat(run(client, id, "", true).detail()).contains("Type the password");
        client.delete("/api/sources/" + id);
        assertThat(client.post("/api/sources", settings(Map.of("port", 0))).status())
                .isEqualTo(400);
        assertThat(client.post("/api/sources", settings(Map.of("mapping", Map.of()))).detail())
                .contains("which attribute has the email");
    }
}
