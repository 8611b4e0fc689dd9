package nembar.server.tokens;

import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.server.http.BadRequest;
import nembar.server.http.Days;
import nembar.server.http.NotFound;
import nembar.server.model.Models;
import nembar.server.session.Tokens.Issued;
import org.springframework.stereotype.Component;

/** Tokens as requests and answers have them. */
@Component
public class TokenShapes {
    private static final int LABEL_AT_MOST = 200;
    private static final Duration GOOD_FOR = Duration.ofDays(365);
    private static final Duration GOOD_AT_MOST = Duration.ofDays(731);

    private final Models models;
    private final Clock clock;

    TokenShapes(Models models, Clock clock) {
        this.models = models;
        this.clock = clock;
    }

    /**
     * A token, without its value.
     *
     * @param source the source that it pushes people as; empty for none
     * @param keeper name of whoever answers for it
     * @param ended why it is not good any more: "revoked" or "over"; empty while it is
     */
    public record TokenShown(
            String id,
            String label,
            Optional<String> source,
            String keeper,
            Instant madeAt,
            Instant validUntil,
            Optional<Instant> lastUsed,
            Optional<String> ended) {}

    /**
     * A token that is wanted.
     *
     * @param label where it will be kept
     * @param lastDay the last day on which it is good, in the zone of whoever asks; empty for a
     *     year from today
     * @param source a source that it pushes people as; empty for none
     */
    public record TokenEdit(@NotNull String label, String lastDay, String source) {}

    /**
     * A token that is to be renewed.
     *
     * @param lastDay as of a new one
     */
    public record Renewal(String lastDay) {}

    /** A new token, this once. */
    public record NewToken(String token) {}

    /** The label wanted. */
    public static String label(TokenEdit edit) {
        String label = edit.label().strip();
        if (label.isEmpty() || label.length() > LABEL_AT_MOST) {
            throw new BadRequest("label", "Say where the token will be kept, in a few words.");
        }
        return label;
    }

    /**
     * From when on it is not good any more.
     *
     * @throws BadRequest for a day that is over, or too far off
     */
    public Instant end(String lastDay, ZoneId zone) {
        Instant now = clock.instant();
        Instant end = Days.end("lastDay", lastDay, zone, now).orElse(now.plus(GOOD_FOR));
        if (end.isAfter(now.plus(GOOD_AT_MOST))) {
            throw new BadRequest(
                    "lastDay", "A token is good for two years at most; then it can be renewed.");
        }
        return end;
    }

    public List<TokenShown> of(List<Issued> tokens) {
        Map<String, String> names = models.directory().personNames();
        Instant now = clock.instant();
        return tokens.stream()
                .map(
                        one ->
                                new TokenShown(
                                        one.id(),
                                        one.label(),
                                        one.of().source(),
                                        names.getOrDefault(one.of().keeper(), one.of().keeper()),
                                        one.madeAt(),
                                        one.validUntil(),
                                        one.lastUsed(),
                                        ended(one, now)))
                .toList();
    }

    private static Optional<String> ended(Issued token, Instant now) {
        if (token.revoked().isPresent()) {
            return Optional.of("revoked");
        }
        return now.isBefore(token.validUntil()) ? Optional.empty() : Optional.of("over");
    }

    /**
     * @throws NotFound where it is none of these
     */
    public static Issued known(List<Issued> tokens, String id) {
        return tokens.stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFound("token", "There is no such token."));
    }
}
