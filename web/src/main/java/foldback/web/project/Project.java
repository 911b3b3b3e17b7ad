package foldback.web.project;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;

/** One job: its canvas, its rate, and the takes that belong to it. */
@Entity
public class Project extends Deletable {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Integer canvasWidth;
    private Integer canvasHeight;
    private String rate;
    private Instant createdAt;

    protected Project() {}

    public Project(String name, Integer canvasWidth, String rate, Instant createdAt) {
        super(name);
        this.canvasWidth = canvasWidth;
        this.canvasHeight = canvasWidth == null ? null : canvasWidth / 2;
        this.rate = rate;
        this.createdAt = createdAt;
    }

    public Long id() {
        return id;
    }

    /** The width of the canvas, twice its height; empty until the first footage decides. */
    public Optional<Integer> canvasWidth() {
        return Optional.ofNullable(canvasWidth);
    }

    /** Frames per second as a fraction, for example {@code 30000/1001}; empty until the first footage decides. */
    public Optional<String> rate() {
        return Optional.ofNullable(rate);
    }

    /** Takes over what the first footage decides, where it was not chosen. */
    public void settle(int proposedWidth, String proposedRate) {
        if (canvasWidth == null) {
            canvasWidth = proposedWidth;
            canvasHeight = proposedWidth / 2;
        }
        rate = rate == null ? proposedRate : rate;
    }

    /** Takes another rate for the takes to come. */
    public void changeRate(String other) {
        rate = other;
    }

    public Instant createdAt() {
        return createdAt;
    }
}
