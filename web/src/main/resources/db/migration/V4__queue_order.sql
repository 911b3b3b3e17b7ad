-- The order of the queue is the user's; a ticket of the scheduler takes whatever comes next.
ALTER TABLE deliverable
    ADD COLUMN position BIGINT NOT NULL DEFAULT 0,
    ADD COLUMN pause_asked BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN ticket BIGINT NULL;
UPDATE deliverable SET position = id;
