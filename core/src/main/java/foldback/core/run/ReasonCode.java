package foldback.core.run;

/** The reasons that one stage can give, an enum of its own: documents hold its constants, here is what they say to people. */
public interface ReasonCode {

    /** Its name, as an enum's. */
    String name();

    /** The sentence, or sentences, that a reason of this code stands for. */
    String sentence(Reason reason);
}
