-- Specs that were saved under a name, to be used again.
CREATE TABLE saved_spec (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(80) NOT NULL UNIQUE,
    spec LONGTEXT NOT NULL,
    changed_at TIMESTAMP(3) NOT NULL
);
