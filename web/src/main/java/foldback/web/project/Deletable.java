package foldback.web.project;

import jakarta.persistence.MappedSuperclass;
import java.time.Instant;

/** What bears a name, and can be deleted and brought back. */
@MappedSuperclass
public abstract class Deletable {
    private String name;
    private Instant deletedAt;

    protected Deletable() {}

    protected Deletable(String name) {
        this.name = name;
    }

    public String name() {
        return name;
    }

    public void rename(String other) {
        name = other;
    }

    /** When it was deleted; null where it was not. */
    public Instant deletedAt() {
        return deletedAt;
    }

    public void delete(Instant at) {
        deletedAt = at;
    }

    public void restore() {
        deletedAt = null;
    }
}
