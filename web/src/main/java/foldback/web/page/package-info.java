/**
 * What all pages share: how requests are let in and bounded, and how failures are told, as a page or as a
 * problem body (RFC 9457).
 */
package foldback.web.page;
