package nembar.server.testing;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import nembar.server.mail.TakenMail;
import nembar.server.testing.Client.Answer;
import tools.jackson.databind.JsonNode;

/** Brings people in, reads their mail, and lets them in. */
public final class Arrivals {
    public static final String PASSWORD = "nine slow barges at noon";
    private static final Pattern TOKEN = Pattern.compile("/come-in#(\\S+)");

    private Arrivals() {}

    /** Pastes a text; the id of the batch. */
    public static String paste(Client client, String text) {
        return client.post("/api/bring-in", Map.of("text", text)).json().path("id").asString();
    }

    /** Says where everybody is to sit, and what they are given. */
    public static Answer say(Client client, String id, Map<String, Object> said) {
        JsonNode batch = client.get("/api/bring-in/" + id).json();
        Map<String, Object> body = new HashMap<>(said);
        body.put("version", batch.path("version").asLong());
        return client.put("/api/bring-in/" + id, body);
    }

    /** Sends a batch and waits until it is done or has failed; how it ended. */
    public static JsonNode send(Client client, String id) {
        Answer sent = client.post("/api/bring-in/" + id + "/send", Map.of());
        if (sent.status() != 200) {
            throw new AssertionError("not sent: " + sent.text());
        }
        return ended(client, id, "sending");
    }

    /** Waits until a batch is in this state no longer. */
    public static JsonNode ended(Client client, String id, String state) {
        return await(
                () -> {
                    JsonNode batch = client.get("/api/bring-in/" + id).json();
                    boolean on = batch.path("line").path("state").asString().equals(state);
                    return on ? null : batch;
                });
    }

    /** Invites one person into a unit; their key. */
    public static String invite(Client client, String email, String name, String unit) {
        String id = paste(client, name + " <" + email + ">");
        say(client, id, Map.of("placing", Map.of("kind", "staff", "unit", unit)));
        JsonNode sent = send(client, id);
        if (sent.at("/line/done").asInt() != 1) {
            throw new AssertionError("not invited: " + sent);
        }
        return key(client, email);
    }

    /** The key of whoever has the address. */
    public static String key(Client client, String email) {
        return client.get("/api/people?search=" + email)
                .json()
                .path("people")
                .path(0)
                .path("key")
                .asString();
    }

    /** Invites one person and lets them come in with {@link #PASSWORD}; their key. */
    public static String arrive(Installation nembar, String email, String name, String unit) {
        Client administrator = nembar.administrator();
        String key = invite(administrator, email, name, unit);
        comeIn(nembar, email);
        return key;
    }

    public static void comeIn(Installation nembar, String email) {
        Client client = nembar.nobody();
        client.get("/api/session");
        Answer entered =
                client.post(
                        "/api/entry/come-in",
                        Map.of("token", token(nembar, email), "password", PASSWORD, "code", ""));
        if (entered.status() != 204) {
            throw new AssertionError("not let in: " + entered.text());
        }
    }

    /** The token in the last message to the address that has a link; waits for one. */
    public static String token(Installation nembar, String email) {
        return token(nembar, email, "/come-in#");
    }

    /** The token in the message to the address that has these words; waits for it. */
    public static String token(Installation nembar, String email, String words) {
        return token(email, letter(nembar, email, words));
    }

    private static String token(String email, String letter) {
        Matcher matcher = TOKEN.matcher(letter);
        if (!matcher.find()) {
            throw new AssertionError("no link in the message to " + email);
        }
        return matcher.group(1);
    }

    /** The last message to the address; waits for one. */
    public static String letter(Installation nembar, String email) {
        return letters(nembar, email, 1).get(0);
    }

    /** The last message to the address that has these words; waits for it. */
    public static String letter(Installation nembar, String email, String words) {
        return await(
                () ->
                        letters(nembar, email, 0).stream()
                                .filter(one -> one.contains(words))
                                .findFirst()
                                .orElse(null));
    }

    /** Messages to the address, the last first, once there are so many. */
    public static List<String> letters(Installation nembar, String email, int number) {
        return await(
                () -> {
                    List<String> found =
                            nembar.part(TakenMail.class).taken().stream()
                                    .filter(one -> one.to().equals(email))
                                    .map(TakenMail.Taken::text)
                                    .toList();
                    return found.size() < number ? null : found;
                });
    }

    /** Asks until there is an answer. */
    public static <T> T await(Supplier<T> asked) {
        Instant giveUp = Instant.now().plus(Duration.ofSeconds(30));
        for (T answer = asked.get(); ; answer = asked.get()) {
            if (answer != null) {
                return answer;
            }
            if (Instant.now().isAfter(giveUp)) {
                throw new AssertionError("nothing came of it within 30 seconds");
            }
            LockSupport.parkNanos(Duration.ofMillis(50).toNanos());
        }
    }
}
