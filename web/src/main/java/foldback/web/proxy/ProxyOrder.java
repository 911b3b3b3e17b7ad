package foldback.web.proxy;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** How far the proxy of one clip is. */
@Entity
@Table(name = "proxy")
class ProxyOrder {
    enum State {
        WAITING,
        DONE,
        FAILED
    }

    @Id
    @Column(columnDefinition = "CHAR(64)")
    private String sha256;

    private String file;

    @Enumerated(EnumType.STRING)
    @Column(columnDefinition = "VARCHAR(20)")
    private State state;

    private double share;
    private String message;

    protected ProxyOrder() {}

    /** Asks for it again, from the file where its clip lies now. */
    void renew(String where) {
        file = where;
        state = State.WAITING;
        share = 0;
        message = "";
    }

    void progress(double done) {
        share = done;
    }

    void done() {
        state = State.DONE;
        share = 1;
    }

    void failed(String why) {
        state = State.FAILED;
        message = why;
    }

    String sha256() {
        return sha256;
    }

    String file() {
        return file;
    }

    State state() {
        return state;
    }

    double share() {
        return share;
    }

    String message() {
        return message;
    }
}
