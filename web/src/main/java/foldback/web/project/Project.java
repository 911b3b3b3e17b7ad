package foldback.web.project;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** One job: its canvas, its rate, and the takes that belong to it. */
@Entity
public class Project {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private int canvasWidth;
    private int canvasHeight;
    private String rate;
    private Instant createdAt;

    protected Project() {}

    public Project(String name, int canvasWidth, int canvasHeight, String rate, Instant createdAt) {
        this.name = name;
        this.canvasWidth = canvasWidth;
        this.canvasHeight = canvasHeight;
        this.rate = rate;
        this.createdAt = createdAt;
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public int canvasWidth() {
        return canvasWidth;
    }

    public int canvasHeight() {
        return canvasHeight;
    }

    /** Frames per second as a fraction, for example {@code 30000/1001}. */
    public String rate() {
        return rate;
    }

    public Instant createdAt() {
        return createdAt;
    }
}
