package foldback.web.spec;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.Length;

/** A spec under its name. */
@Entity
public class SavedSpec {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;

    @Column(length = Length.LONG32)
    private String spec;

    private Instant changedAt;

    protected SavedSpec() {}

    SavedSpec(String name) {
        this.name = name;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    /** Its document. */
    String spec() {
        return spec;
    }

    void become(String document, Instant now) {
        spec = document;
        changedAt = now;
    }
}
