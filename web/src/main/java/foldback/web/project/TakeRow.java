package foldback.web.project;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** One moment filmed by all lenses of a rig. */
@Entity
@Table(name = "take")
public class TakeRow {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long projectId;
    private String name;
    private int position;
    private Long headRevisionId;
    private Instant deletedAt;

    protected TakeRow() {}

    public TakeRow(Long projectId, String name, int position) {
        this.projectId = projectId;
        this.name = name;
        this.position = position;
    }

    public Long id() {
        return id;
    }

    public Long projectId() {
        return projectId;
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

    /** The revision that is worked on. */
    public Long headRevisionId() {
        return headRevisionId;
    }

    public void moveHead(Long revisionId) {
        this.headRevisionId = revisionId;
    }
}
