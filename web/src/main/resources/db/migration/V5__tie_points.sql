-- Tie points of takes, by what is in them: recipes name them, since they are too many to stand in each revision.
CREATE TABLE tie_points (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    sha256 CHAR(64) NOT NULL UNIQUE,
    points LONGTEXT NOT NULL,
    created_at DATETIME(6) NOT NULL
);
