package foldback.web.stage;

import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageResultJson;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.Length;

/** What a stage of a take was asked to do by itself, and how far that is. */
@Entity
@Table(name = "stage_job")
class StageOrder {
    private static final int MOST_MESSAGE = 2000;

    enum State {
        WAITING,
        WORKING,
        /** Recorded. */
        DONE,
        /** There is a result, which was not recorded, since what it was made from had changed. */
        OFFERED,
        FAILED,
        CANCELLED
    }

    /** What comes when a job has ended well. */
    enum After {
        NOTHING,
        /** The next stage that is open. */
        THE_NEXT,
        /** The next one was begun, or there was none, or this one stayed unsettled. */
        SEEN_TO
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long takeId;
    private String stage;
    private String job;
    private int base;

    @Column(length = Length.LONG32)
    private String wish;

    @Enumerated(EnumType.STRING)
    @Column(columnDefinition = "VARCHAR(20)")
    private State state;

    private double share;
    private boolean cancelAsked;

    @Enumerated(EnumType.STRING)
    @Column(columnDefinition = "VARCHAR(20)")
    private After afterwards;

    private String message;

    @Column(length = Length.LONG32)
    private String result;

    protected StageOrder() {}

    /**
     * One that waits.
     *
     * @param base the revision that it is made on
     * @param wish the job's order, as JSON
     */
    StageOrder(Long takeId, String stage, String job, int base, String wish, After after) {
        afterwards = after;
        this.takeId = takeId;
        this.stage = stage;
        this.job = job;
        this.base = base;
        this.wish = wish;
        state = State.WAITING;
        message = "";
    }

    Long id() {
        return id;
    }

    Long takeId() {
        return takeId;
    }

    String stage() {
        return stage;
    }

    String job() {
        return job;
    }

    int base() {
        return base;
    }

    String wish() {
        return wish;
    }

    boolean isOpen() {
        return state == State.WAITING || state == State.WORKING;
    }

    boolean isDone() {
        return state == State.DONE;
    }

    /** What comes when it has ended well. */
    After afterwards() {
        return afterwards;
    }

    void seeTo() {
        afterwards = After.SEEN_TO;
    }

    boolean isOffered() {
        return state == State.OFFERED;
    }

    boolean cancelAsked() {
        return cancelAsked;
    }

    double share() {
        return share;
    }

    String message() {
        return message;
    }

    StageResult result() {
        return StageResultJson.read(result);
    }

    void work() {
        state = State.WORKING;
        share = 0;
    }

    void progress(double done) {
        share = done;
    }

    void cancel() {
        cancelAsked = true;
    }

    void end(State how, String why) {
        state = how;
        share = how == State.DONE ? 1 : 0;
        message = why.length() > MOST_MESSAGE ? why.substring(0, MOST_MESSAGE) : why;
        result = null;
    }

    void offer(StageResult found, String why) {
        end(State.OFFERED, why);
        share = 1;
        result = StageResultJson.write(found);
    }
}
