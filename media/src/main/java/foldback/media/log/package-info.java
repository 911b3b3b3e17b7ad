/**
 * Motion logs as files: tables of comma-separated values, and Camera Motion Metadata (CAMM) tracks of ISO base media files, read and written. Turning
 * rates are radians a second, accelerations metres a second squared, times seconds by the log's clock.
 */
package foldback.media.log;
