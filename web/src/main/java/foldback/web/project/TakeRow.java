package foldback.web.project;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** One moment filmed by all lenses of a rig. */
@Entity
@Table(name = "take")
public class TakeRow extends Deletable {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long projectId;
    private int position;
    private Long headRevisionId;

    protected TakeRow() {}

    public TakeRow(Long projectId, String name, int position) {
        super(name);
        this.projectId = projectId;
        this.position = position;
    }

    public Long id() {
        return id;
    }

    public Long projectId() {
        return projectId;
    }

    /** The revision that is worked on. */
    public Long headRevisionId() {
        return headRevisionId;
    }

    public void moveHead(Long revisionId) {
        this.headRevisionId = revisionId;
    }
}
