-- How far the proxy of a clip is; the files themselves tell which are there.
CREATE TABLE proxy (
    sha256 CHAR(64) PRIMARY KEY,
    file VARCHAR(1000) NOT NULL,
    state VARCHAR(20) NOT NULL,
    share DOUBLE NOT NULL,
    message VARCHAR(2000) NOT NULL
);

-- db-scheduler's table again: proxies are made beside renders, not behind them.
CREATE TABLE scheduled_proxies LIKE scheduled_tasks;
