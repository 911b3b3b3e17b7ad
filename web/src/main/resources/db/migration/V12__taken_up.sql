-- When a deliverable was taken up, the last time.
ALTER TABLE deliverable ADD COLUMN taken_up_at TIMESTAMP(3) NULL;
