-- When each worker was seen last: pages say when there is none.
CREATE TABLE worker (
    name CHAR(36) PRIMARY KEY,
    seen_at TIMESTAMP(3) NOT NULL
);
