package foldback.web.rigcard;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.Length;

/** A rig's geometry saved for one unit, as its document. */
@Entity
@Table(name = "rig_card")
class RigCardEntry {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;

    @Column(length = Length.LONG32)
    private String card;

    private Instant createdAt;

    protected RigCardEntry() {}

    RigCardEntry(String name, String card, Instant createdAt) {
        this.name = name;
        this.card = card;
        this.createdAt = createdAt;
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    String card() {
        return card;
    }
}
