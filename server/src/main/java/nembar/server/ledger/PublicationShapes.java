package nembar.server.ledger;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import nembar.server.document.ChangePart;
import nembar.server.model.Models;
import nembar.server.store.PublicationStore.Publication;
import org.springframework.stereotype.Component;

/** Publications as they are sent. */
@Component
public class PublicationShapes {
    private final Models models;

    PublicationShapes(Models models) {
        this.models = models;
    }

    /**
     * A publication.
     *
     * @param authorName name of whoever wrote it
     * @param publisherName name of whoever published it
     * @param writers keys of those who wrote each change; none where the publisher wrote all
     * @param words what it did, a sentence for each element; none for the first
     */
    public record PublicationShown(
            String application,
            long number,
            Instant at,
            String author,
            String authorName,
            String publisher,
            String publisherName,
            List<String> writers,
            String reason,
            List<String> approvers,
            List<String> approverNames,
            String overridden,
            List<String> words,
            List<ChangePart> changes,
            List<ChangePart> inverse) {}

    public PublicationShown of(Publication one) {
        return new PublicationShown(
                one.application(),
                one.number(),
                one.at(),
                one.author(),
                name(one.author()),
                one.publisher(),
                name(one.publisher()),
                one.writers(),
                one.reason(),
                one.approvers(),
                one.approvers().stream().map(this::name).toList(),
                one.overridden(),
                one.words(),
                one.changes(),
                one.inverse());
    }

    private String name(String person) {
        Map<String, String> names = models.directory().personNames();
        return names.getOrDefault(person, person);
    }
}
