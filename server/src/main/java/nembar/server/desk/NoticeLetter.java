package nembar.server.desk;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import nembar.core.directory.Person;
import nembar.server.http.Address;
import org.springframework.stereotype.Component;

/** What is written to somebody about their Desk; each item with the address of that very one. */
@Component
class NoticeLetter {
    private static final int TOLD_AT_MOST = 50;

    private final Address nembar;

    NoticeLetter(Address nembar) {
        this.nembar = nembar;
    }

    String subject(List<DeskItem> items) {
        return items.size() == 1
                ? items.get(0).sentence()
                : items.size() + " things need you in Nembar";
    }

    String body(Person person, List<DeskItem> items) {
        StringBuilder body = new StringBuilder("Hello ").append(person.givenName()).append(",\n\n");
        body.append(items.size() == 1 ? "this needs you:\n" : "these are new on your Desk:\n");
        for (DeskItem item : items.subList(0, Math.min(items.size(), TOLD_AT_MOST))) {
            body.append("\n- ").append(item.sentence()).append('\n');
            if (!item.why().isEmpty()) {
                body.append("  ").append(item.why()).append('\n');
            }
            body.append("  ")
                    .append(nembar.get())
                    .append("/desk?item=")
                    .append(URLEncoder.encode(item.id(), StandardCharsets.UTF_8))
                    .append('\n');
        }
        if (items.size() > TOLD_AT_MOST) {
            body.append("\nand ")
                    .append(items.size() - TOLD_AT_MOST)
                    .append(" more: ")
                    .append(nembar.get())
                    .append("/desk\n");
        }
        return body.append("\nNothing is written twice. What is written, and when, you choose at ")
                .append(nembar.get())
                .append("/desk?leaf=mail\n")
                .toString();
    }
}
