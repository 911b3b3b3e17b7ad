package foldback.web.proxy;

import org.springframework.data.jpa.repository.JpaRepository;

interface ProxyOrderRepository extends JpaRepository<ProxyOrder, String> {}
