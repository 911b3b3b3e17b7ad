-- What comes when a stage has done what it was asked to: nothing, the next one that is open, or that was seen to.
ALTER TABLE stage_job ADD COLUMN afterwards VARCHAR(20) NOT NULL DEFAULT 'NOTHING';
