CREATE TABLE app_user (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(80) NOT NULL UNIQUE
);
-- Without accounts there is one author, the person at this machine.
INSERT INTO app_user (name) VALUES ('this machine');

CREATE TABLE project (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(120) NOT NULL,
    canvas_width INT NOT NULL,
    canvas_height INT NOT NULL,
    rate VARCHAR(20) NOT NULL,
    created_at TIMESTAMP(3) NOT NULL
);

CREATE TABLE take (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    project_id BIGINT NOT NULL,
    name VARCHAR(120) NOT NULL,
    position INT NOT NULL,
    head_revision_id BIGINT NULL,
    FOREIGN KEY (project_id) REFERENCES project (id)
);

CREATE TABLE clip (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    take_id BIGINT NOT NULL,
    position INT NOT NULL,
    path VARCHAR(1000) NOT NULL,
    sha256 CHAR(64) NOT NULL,
    info JSON NOT NULL,
    FOREIGN KEY (take_id) REFERENCES take (id)
);

CREATE TABLE rig_card (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(120) NOT NULL UNIQUE,
    card JSON NOT NULL,
    created_at TIMESTAMP(3) NOT NULL
);

-- Append-only: undo moves a take's head, nothing here is ever changed or deleted.
CREATE TABLE revision (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    take_id BIGINT NOT NULL,
    parent_id BIGINT NULL,
    number INT NOT NULL,
    recipe JSON NOT NULL,
    label VARCHAR(160) NOT NULL,
    author_id BIGINT NOT NULL,
    created_at TIMESTAMP(3) NOT NULL,
    UNIQUE (take_id, number),
    FOREIGN KEY (take_id) REFERENCES take (id),
    FOREIGN KEY (parent_id) REFERENCES revision (id),
    FOREIGN KEY (author_id) REFERENCES app_user (id)
);
ALTER TABLE take ADD FOREIGN KEY (head_revision_id) REFERENCES revision (id);

CREATE TABLE deliverable (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    take_id BIGINT NOT NULL,
    revision_id BIGINT NOT NULL,
    name VARCHAR(200) NOT NULL,
    spec JSON NOT NULL,
    from_seconds DOUBLE NOT NULL,
    to_seconds DOUBLE NOT NULL,
    state VARCHAR(20) NOT NULL,
    cancel_asked BOOLEAN NOT NULL,
    frames_done BIGINT NOT NULL,
    frames_total BIGINT NOT NULL,
    frames_per_second DOUBLE NOT NULL,
    message VARCHAR(2000) NOT NULL,
    verified JSON NULL,
    created_at TIMESTAMP(3) NOT NULL,
    finished_at TIMESTAMP(3) NULL,
    FOREIGN KEY (take_id) REFERENCES take (id),
    FOREIGN KEY (revision_id) REFERENCES revision (id)
);

-- db-scheduler's own table, as its documentation gives it for MariaDB.
CREATE TABLE scheduled_tasks (
    task_name VARCHAR(100) NOT NULL,
    task_instance VARCHAR(100) NOT NULL,
    task_data BLOB,
    execution_time TIMESTAMP(6) NOT NULL,
    picked BOOLEAN NOT NULL,
    picked_by VARCHAR(50),
    last_success TIMESTAMP(6) NULL,
    last_failure TIMESTAMP(6) NULL,
    consecutive_failures INT,
    last_heartbeat TIMESTAMP(6) NULL,
    version BIGINT NOT NULL,
    priority SMALLINT,
    PRIMARY KEY (task_name, task_instance),
    INDEX execution_time_idx (execution_time),
    INDEX last_heartbeat_idx (last_heartbeat)
);
