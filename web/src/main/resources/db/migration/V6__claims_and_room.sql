-- A name is claimed by one deliverable for as long as that may write it. The database decides between two that ask at once.
ALTER TABLE deliverable
    ADD COLUMN claim VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
    ADD COLUMN waits_for_room BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN work_needed BIGINT NOT NULL DEFAULT 0,
    ADD COLUMN out_needed BIGINT NOT NULL DEFAULT 0;
UPDATE deliverable AS d
    JOIN (SELECT MAX(id) AS id FROM deliverable
          WHERE state IN ('WAITING', 'WORKING', 'PAUSED', 'DONE')
          GROUP BY name COLLATE utf8mb4_bin) AS latest ON latest.id = d.id
    SET d.claim = d.name;
ALTER TABLE deliverable ADD UNIQUE INDEX deliverable_claim (claim);
