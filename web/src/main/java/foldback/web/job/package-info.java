/** Long computations that go on while the page is closed. */
package foldback.web.job;
