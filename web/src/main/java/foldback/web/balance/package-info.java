/** Exposure and white balance of takes, for pages. */
package foldback.web.balance;
