package foldback.web.rig;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.Length;

/** Tie points as their document, known by its hash; never changed. */
@Entity
@Table(name = "tie_points")
class PointSet {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String sha256;

    @Column(length = Length.LONG32)
    private String points;

    private Instant createdAt;

    protected PointSet() {}

    PointSet(String sha256, String points, Instant createdAt) {
        this.sha256 = sha256;
        this.points = points;
        this.createdAt = createdAt;
    }

    Long id() {
        return id;
    }

    String sha256() {
        return sha256;
    }

    String points() {
        return points;
    }
}
