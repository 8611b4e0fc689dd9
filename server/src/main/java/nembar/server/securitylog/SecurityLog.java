package nembar.server.securitylog;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.TimeBasedRollingPolicy;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.Map;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tools.jackson.databind.json.JsonMapper;

/**
 * Notes sign-ins, refusals, and changes of rights and of settings: one line of JSON each, in the
 * file {@code nembar.security-log}, a new one each day. Whatever is told stands in quotes and is
 * escaped, so that nothing said by a stranger makes a line of its own. Secrets are never given.
 */
@Component
public class SecurityLog {
    private static final String NAME = "nembar.security";
    private static final int DAYS_KEPT = 90;
    private static final int TEXT_AT_MOST = 500;

    private final Logger log = (Logger) LoggerFactory.getLogger(NAME);
    private final JsonMapper json;
    private final Clock clock;

    SecurityLog(JsonMapper json, Clock clock, @Value("${nembar.security-log:}") String file) {
        this.json = json;
        this.clock = clock;
        if (!file.isBlank()) {
            writeTo(file.strip());
        }
    }

    private void writeTo(String file) {
        LoggerContext context = log.getLoggerContext();
        PatternLayoutEncoder lines = new PatternLayoutEncoder();
        lines.setContext(context);
        lines.setCharset(StandardCharsets.UTF_8);
        lines.setPattern("%msg%n");
        lines.start();
        RollingFileAppender<ILoggingEvent> appender = new RollingFileAppender<>();
        appender.setContext(context);
        appender.setFile(file);
        appender.setEncoder(lines);
        TimeBasedRollingPolicy<ILoggingEvent> daily = new TimeBasedRollingPolicy<>();
        daily.setContext(context);
        daily.setParent(appender);
        daily.setFileNamePattern(file + ".%d{yyyy-MM-dd}");
        daily.setMaxHistory(DAYS_KEPT);
        daily.start();
        appender.setRollingPolicy(daily);
        appender.start();
        log.setAdditive(false);
        log.detachAndStopAllAppenders();
        log.addAppender(appender);
    }

    /**
     * Notes something; what happens in a transaction once it is committed.
     *
     * @param event what: "sign-in", "refused", "change" ...
     * @param said name and value in turn; without a value it is left out
     */
    public void note(String event, Object... said) {
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("at", clock.instant().toString());
        line.put("event", event);
        for (int i = 0; i < said.length; i += 2) {
            if (said[i + 1] != null && !said[i + 1].toString().isEmpty()) {
                line.put(said[i].toString(), shortened(said[i + 1]));
            }
        }
        String text = json.writeValueAsString(line);
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(
                    new TransactionSynchronization() {
                        @Override
                        public void afterCommit() {
                            log.info(text);
                        }
                    });
        } else {
            log.info(text);
        }
    }

    private static Object shortened(Object value) {
        return value instanceof String text && text.length() > TEXT_AT_MOST
                ? text.substring(0, TEXT_AT_MOST)
                : value;
    }
}
