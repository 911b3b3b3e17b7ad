-- Canvas and rate may be left to the first footage.
ALTER TABLE project MODIFY canvas_width INT NULL, MODIFY canvas_height INT NULL, MODIFY rate VARCHAR(20) NULL;

-- A clip belongs to a project before it belongs to a take; the earlier table was never filled.
DROP TABLE clip;
CREATE TABLE clip (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    project_id BIGINT NOT NULL,
    file VARCHAR(1000) NOT NULL,
    bytes BIGINT NOT NULL,
    state VARCHAR(20) NOT NULL,
    message VARCHAR(2000) NOT NULL,
    sha256 CHAR(64) NULL,
    facts JSON NULL,
    -- Clips of one number are proposed as one take; once moved by hand they are left alone.
    group_number INT NOT NULL,
    group_position INT NOT NULL,
    group_reason VARCHAR(300) NOT NULL,
    grouped_by_hand BOOLEAN NOT NULL,
    take_id BIGINT NULL,
    FOREIGN KEY (project_id) REFERENCES project (id),
    FOREIGN KEY (take_id) REFERENCES take (id)
);
