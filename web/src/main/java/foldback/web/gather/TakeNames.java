package foldback.web.gather;

import java.util.List;

/** Names proposed for takes, from what their files' names share. */
final class TakeNames {
    private static final int MOST = 80;

    private TakeNames() {}

    static String propose(List<String> files) {
        List<String> names = files.stream().map(TakeNames::bare).toList();
        String shared = names.get(0);
        for (String name : names) {
            int same = 0;
            while (same < Math.min(shared.length(), name.length()) && shared.charAt(same) == name.charAt(same)) {
                same++;
            }
            shared = shared.substring(0, same);
        }
        String tidy = shared.replaceAll("[_\\p{Cntrl}]+", " ")
                .replaceAll("[ ._-]+$", "")
                .strip();
        tidy = tidy.isEmpty() ? names.get(0) : tidy;
        return tidy.length() > MOST ? tidy.substring(0, MOST) : tidy;
    }

    private static String bare(String file) {
        String name = file.substring(file.lastIndexOf('/') + 1);
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }
}
