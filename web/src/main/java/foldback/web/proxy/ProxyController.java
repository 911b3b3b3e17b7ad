package foldback.web.proxy;

import foldback.engine.take.Take;
import foldback.web.Role;
import foldback.web.recipe.Recipes;
import foldback.web.take.OpenTakes;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** A take's proxies, as its page follows them. */
@RestController
@Profile(Role.PAGES)
class ProxyController {
    private final ProxyOrders orders;
    private final Recipes recipes;
    private final OpenTakes takes;

    ProxyController(ProxyOrders orders, Recipes recipes, OpenTakes takes) {
        this.orders = orders;
        this.recipes = recipes;
        this.takes = takes;
    }

    /** Asks for what is missing; a page does so when it opens. */
    @PostMapping("/api/takes/{takeId}/proxies")
    ProxyOrders.Status want(@PathVariable Long takeId) {
        Take take = take(takeId);
        orders.want(take);
        return orders.status(take);
    }

    @GetMapping("/api/takes/{takeId}/proxies")
    ProxyOrders.Status status(@PathVariable Long takeId) {
        return orders.status(take(takeId));
    }

    private Take take(Long takeId) {
        return takes.of(recipes.head(takeId).revision().read());
    }
}
