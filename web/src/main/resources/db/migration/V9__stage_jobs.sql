-- What a stage does by itself at length, one a stage of a take at the most; a worker carries it out.
CREATE TABLE stage_job (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    take_id BIGINT NOT NULL,
    stage VARCHAR(40) NOT NULL,
    job VARCHAR(40) NOT NULL,
    base INT NOT NULL,
    wish JSON NOT NULL,
    state VARCHAR(20) NOT NULL,
    share DOUBLE NOT NULL,
    cancel_asked BOOLEAN NOT NULL,
    message VARCHAR(2000) NOT NULL,
    result JSON NULL,
    UNIQUE (take_id, stage),
    FOREIGN KEY (take_id) REFERENCES take (id)
);

-- db-scheduler's table again: measures go on beside renders, not behind them.
CREATE TABLE scheduled_stage_jobs LIKE scheduled_tasks;
