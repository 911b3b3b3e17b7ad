/** What a stage says of its own result (verdict, figures), and how a long run reports and is stopped. */
package foldback.core.run;
