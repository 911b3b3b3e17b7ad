package foldback.web.deliverable;

import foldback.core.time.TimeSpan;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.Length;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One file to be handed over: from which revision, as what, and how far it is. */
@Entity
public class Deliverable {

    /** How far a deliverable is. */
    public enum State {
        WAITING,
        WORKING,
        PAUSED,
        DONE,
        FAILED,
        CANCELLED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long takeId;
    private Long revisionId;
    private String name;

    @Column(length = Length.LONG32)
    private String spec;

    private double fromSeconds;
    private double toSeconds;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private State state = State.WAITING;

    private boolean cancelAsked;
    private boolean pauseAsked;
    private long position;
    private Long ticket;
    private long framesDone;
    private long framesTotal;
    private double framesPerSecond;
    private String message = "";

    @Column(length = Length.LONG32)
    private String verified;

    private Instant createdAt;
    private Instant finishedAt;

    protected Deliverable() {}

    Deliverable(Long takeId, Long revisionId, String name, String spec, TimeSpan span, long frames, Instant createdAt) {
        this.takeId = takeId;
        this.revisionId = revisionId;
        this.name = name;
        this.spec = spec;
        this.fromSeconds = span.from();
        this.toSeconds = span.to();
        this.framesTotal = frames;
        this.createdAt = createdAt;
    }

    public Long id() {
        return id;
    }

    Long takeId() {
        return takeId;
    }

    Long revisionId() {
        return revisionId;
    }

    /** The name of the file. */
    String name() {
        return name;
    }

    String spec() {
        return spec;
    }

    TimeSpan span() {
        return new TimeSpan(fromSeconds, toSeconds);
    }

    State state() {
        return state;
    }

    boolean cancelAsked() {
        return cancelAsked;
    }

    long framesDone() {
        return framesDone;
    }

    long framesTotal() {
        return framesTotal;
    }

    double framesPerSecond() {
        return framesPerSecond;
    }

    String message() {
        return message;
    }

    /** What was found in the finished file, as JSON; null before. */
    String verified() {
        return verified;
    }

    void askCancel() {
        cancelAsked = true;
        if (state == State.WAITING) {
            end(State.CANCELLED, "Cancelled before it started.", null, null);
        }
    }

    boolean pauseAsked() {
        return pauseAsked;
    }

    /** Its place in the queue; smaller ones come first. */
    long position() {
        return position;
    }

    void place(long where) {
        position = where;
    }

    void askPause() {
        pauseAsked = true;
        if (state == State.WAITING) {
            end(State.PAUSED, "Paused before it started.", null, null);
        }
    }

    /** Taken up by a ticket of the scheduler. */
    void takenUpBy(long ticketNumber) {
        state = State.WORKING;
        ticket = ticketNumber;
    }

    void retry() {
        cancelAsked = false;
        pauseAsked = false;
        ticket = null;
        state = State.WAITING;
        message = "";
        finishedAt = null;
    }

    void progress(long done, double rate) {
        state = State.WORKING;
        framesDone = done;
        framesPerSecond = rate;
    }

    void end(State how, String what, String found, Instant when) {
        state = how;
        message = what;
        verified = found;
        finishedAt = when;
        framesDone = how == State.DONE ? framesTotal : framesDone;
    }
}
