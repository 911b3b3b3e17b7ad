package foldback.web.deliverable;

import foldback.core.time.TimeSpan;
import foldback.engine.render.Renderer;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Duration;
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

    private static final int MOST_MESSAGE = 2000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long takeId;
    private Long revisionId;
    private String name;
    /** Its name while it may write it, else null; no two rows have the same. */
    private String claim;

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
    private boolean waitsForRoom;
    private long workNeeded;
    private long outNeeded;
    private long framesDone;
    private long framesTotal;
    private double framesPerSecond;
    private String message = "";

    @Column(length = Length.LONG32)
    private String verified;

    private Instant createdAt;
    private Instant takenUpAt;
    private Instant finishedAt;

    protected Deliverable() {}

    Deliverable(Long takeId, Long revisionId, String name, String spec, TimeSpan span, long frames, Instant createdAt) {
        this.takeId = takeId;
        this.revisionId = revisionId;
        this.name = name;
        this.claim = name;
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

    /** Seconds from when it was taken up, the last time, to its end; negative where it has not ended or was made before that was noted. */
    double worked() {
        return state == State.DONE && takenUpAt != null && finishedAt != null
                ? Duration.between(takenUpAt, finishedAt).toMillis() / 1000.0
                : -1;
    }

    void askCancel() {
        cancelAsked = true;
        if (state == State.WAITING || state == State.PAUSED) {
            end(State.CANCELLED, state == State.WAITING ? "Cancelled before it started." : "Cancelled.", null, null);
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
    void takenUpBy(long ticketNumber, Instant when) {
        takenUpAt = when;
        state = State.WORKING;
        ticket = ticketNumber;
    }

    /** Has it made again, or gone on with, under its own name or another one that is free. */
    void retry(String under) {
        cancelAsked = false;
        pauseAsked = false;
        waitsForRoom = false;
        ticket = null;
        state = State.WAITING;
        message = under.equals(name) ? "" : "'" + name + "' is taken by now: it is made as '" + under + "'.";
        name = under;
        claim = under;
        finishedAt = null;
    }

    /** Whether it goes on by itself when there is room. */
    boolean waitsForRoom() {
        return waitsForRoom;
    }

    /** What it needs before it goes on. */
    Renderer.Room roomNeeded() {
        return new Renderer.Room(workNeeded, outNeeded);
    }

    void waitForRoom(String why, Renderer.Room needed) {
        end(State.PAUSED, why, null, null);
        waitsForRoom = true;
        workNeeded = needed.work();
        outNeeded = needed.out();
    }

    void progress(long done, double rate) {
        state = State.WORKING;
        framesDone = done;
        framesPerSecond = rate;
    }

    void end(State how, String what, String found, Instant when) {
        state = how;
        claim = how == State.CANCELLED || how == State.FAILED ? null : name;
        waitsForRoom = false;
        message = what.length() > MOST_MESSAGE ? what.substring(0, MOST_MESSAGE) : what;
        verified = found;
        finishedAt = when;
        framesDone = how == State.DONE ? framesTotal : framesDone;
    }
}
