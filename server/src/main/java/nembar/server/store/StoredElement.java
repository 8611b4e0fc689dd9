package nembar.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.Version;
import nembar.server.document.DocumentJson;
import org.hibernate.annotations.ColumnTransformer;

/** A row for one element of a catalogue or design; its body is the element's document form. */
@MappedSuperclass
abstract class StoredElement {
    @Id private String id;

    private String application;
    private String key;
    private String name;
    private double position;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private String body;

    @Version private long version;

    /** Names the element; an id is unique over all applications. */
    void identify(String application, String key) {
        this.id = application + "/" + key;
        this.application = application;
        this.key = key;
    }

    void fill(String name, double position, String body) {
        this.name = name;
        this.position = position;
        // PostgreSQL keeps jsonb in an order of its own: texts are compared by what they say.
        if (this.body == null || !DocumentJson.same(this.body, body)) {
            this.body = body;
        }
    }

    void place(double position) {
        this.position = position;
    }

    String key() {
        return key;
    }

    double position() {
        return position;
    }

    String body() {
        return body;
    }
}
