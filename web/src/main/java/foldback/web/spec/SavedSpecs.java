package foldback.web.spec;

import foldback.engine.document.spec.RenderSpec;
import foldback.web.page.NotFoundException;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The saved specs. */
@Service
class SavedSpecs {
    private static final int MOST_NAME = 80;
    private static final int MOST = 200;
    private final SavedSpecRepository specs;
    private final Clock clock;

    SavedSpecs(SavedSpecRepository specs, Clock clock) {
        this.specs = specs;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    List<SavedSpec> all() {
        return specs.findAllByOrderByName();
    }

    /** Saves a spec under a name; one of that name is replaced. */
    @Transactional
    SavedSpec save(String name, String document) {
        String wanted = name == null ? "" : name.strip();
        if (wanted.isEmpty() || wanted.length() > MOST_NAME) {
            throw new IllegalArgumentException("A spec needs a name of 1 to " + MOST_NAME + " letters.");
        }
        String checked = RenderSpec.read(document).write();
        SavedSpec spec = specs.findByName(wanted).orElseGet(() -> new SavedSpec(wanted));
        if (spec.id() == null && specs.count() >= MOST) {
            throw new IllegalArgumentException(MOST + " specs are saved. Remove some that are not used any more.");
        }
        spec.become(checked, clock.instant());
        return specs.save(spec);
    }

    @Transactional(readOnly = true)
    SavedSpec spec(Long id) {
        return specs.findById(id).orElseThrow(() -> new NotFoundException("saved spec " + id));
    }

    /** Takes one away; what was made by it stays. */
    @Transactional
    void remove(Long id) {
        specs.delete(spec(id));
    }
}
