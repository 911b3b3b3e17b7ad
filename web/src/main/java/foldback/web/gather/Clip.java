package foldback.web.gather;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Transient;
import org.hibernate.Length;

/** A media file that was brought into a project; the file itself is never changed or moved. */
@Entity
class Clip {
    private static final int MOST_MESSAGE = 2000;

    /** How far a clip is looked into. */
    enum State {
        READING,
        READY,
        /** No clip, but of use to a stage: it stays beside the clips. */
        KEPT,
        UNUSABLE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long projectId;
    private String file;
    private long bytes;

    @Enumerated(EnumType.STRING)
    private State state = State.READING;

    private String message = "";
    private String sha256;

    @Column(length = Length.LONG32)
    private String facts;

    /** What {@code facts} say, once somebody asked. */
    @Transient
    private KnownClip known;

    private int groupNumber;
    private int groupPosition;
    private String groupReason = "";
    private boolean groupedByHand;
    private Long takeId;

    protected Clip() {}

    Clip(Long projectId, String file, long bytes) {
        this.projectId = projectId;
        this.file = file;
        this.bytes = bytes;
    }

    Long id() {
        return id;
    }

    Long projectId() {
        return projectId;
    }

    /** As recipes name it. */
    String file() {
        return file;
    }

    long bytes() {
        return bytes;
    }

    State state() {
        return state;
    }

    /** Why it cannot be used, what it is kept for, or empty. */
    String message() {
        return message;
    }

    String sha256() {
        return sha256;
    }

    KnownClip facts() {
        if (known == null) {
            known = KnownClip.parse(facts);
        }
        return known;
    }

    /** Whether what is kept of it can be read; what cannot be shown is shown as such. */
    boolean isReadable() {
        try {
            return facts().info().video().isPresent();
        } catch (RuntimeException unreadable) {
            return false;
        }
    }

    int groupNumber() {
        return groupNumber;
    }

    int groupPosition() {
        return groupPosition;
    }

    String groupReason() {
        return groupReason;
    }

    boolean isGroupedByHand() {
        return groupedByHand;
    }

    /** The take that it became part of, or null. */
    Long takeId() {
        return takeId;
    }

    void ready(String hash, KnownClip found) {
        state = State.READY;
        message = "";
        sha256 = hash;
        facts = found.write();
        known = found;
    }

    void unusable(String why) {
        state = State.UNUSABLE;
        message = cut(why);
    }

    void kept(String what) {
        state = State.KEPT;
        message = cut(what);
    }

    private static String cut(String words) {
        return words.length() > MOST_MESSAGE ? words.substring(0, MOST_MESSAGE) : words;
    }

    void readAgain() {
        state = State.READING;
        message = "";
    }

    void propose(int number, int position, String reason) {
        groupNumber = number;
        groupPosition = position;
        groupReason = reason;
    }

    void place(int number, int position) {
        groupNumber = number;
        groupPosition = position;
        groupReason = "Placed by hand.";
        groupedByHand = true;
    }

    void use(Long take) {
        takeId = take;
    }
}
