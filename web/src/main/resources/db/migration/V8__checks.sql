-- Clips of some codecs are looked at more closely, behind proxies and renders.
CREATE TABLE scheduled_checks LIKE scheduled_tasks;
