/** Child processes: started here alone, drained, and ended with the application. */
package foldback.media.process;
