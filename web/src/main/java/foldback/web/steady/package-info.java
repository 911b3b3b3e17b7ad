/** What the page of Steady asks for besides its job: the motion logs that a take may be measured with. */
package foldback.web.steady;
