package nembar.demoserver;

import com.icegreen.greenmail.user.UserManager;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.GreenMailUtil;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import nembar.server.mail.TakenMail;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * A mail server for the demo and the tests: takes every message over SMTP on loopback and keeps it
 * in memory, for anybody who may invite to look at.
 */
@Component
public class DevMailServer implements SmartLifecycle, TakenMail {
    private final int port;
    private GreenMail server;
    private final List<Taken> kept = new ArrayList<>();

    DevMailServer(@Value("${spring.mail.port}") int port) {
        this.port = port;
    }

    @Override
    public synchronized void start() {
        server = new GreenMail(new ServerSetup(port, "127.0.0.1", ServerSetup.PROTOCOL_SMTP));
        // Asked for what it has taken, the server answers mailbox by mailbox, not in order.
        UserManager boxes = server.getUserManager();
        boxes.setMessageDeliveryHandler(
                (message, to) -> {
                    keep(message.getMessage());
                    String address = to.getEmail();
                    return boxes.hasUser(address)
                            ? boxes.getUser(address)
                            : boxes.createUser(address, address, address);
                });
        server.start();
    }

    private synchronized void keep(MimeMessage message) {
        kept.add(taken(message));
    }

    @Override
    public synchronized void stop() {
        if (server != null) {
            server.stop();
            server = null;
        }
    }

    @Override
    public synchronized boolean isRunning() {
        return server != null;
    }

    /** Before the web server takes requests. */
    @Override
    public int getPhase() {
        return 0;
    }

    @Override
    public synchronized List<Taken> taken() {
        List<Taken> all = new ArrayList<>(kept);
        Collections.reverse(all);
        return all;
    }

    private static Taken taken(MimeMessage message) {
        try {
            return new Taken(
                    message.getRecipients(Message.RecipientType.TO)[0].toString(),
                    message.getFrom()[0].toString(),
                    MimeUtility.decodeText(message.getSubject()),
                    message.getSentDate() == null
                            ? Instant.now()
                            : message.getSentDate().toInstant(),
                    message.getContent() instanceof String text
                            ? text
                            : GreenMailUtil.getBody(message));
        } catch (MessagingException | IOException unread) {
            throw new IllegalStateException(unread);
        }
    }
}
