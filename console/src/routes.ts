import { createRouter } from "sv-router";
import AccountList from "./accounts/AccountList.svelte";
import AccountPage from "./accounts/AccountPage.svelte";
import NewAccountPage from "./accounts/NewAccountPage.svelte";
import HomePage from "./parts/HomePage.svelte";
import NotFound from "./parts/NotFound.svelte";
import OwnPage from "./accounts/OwnPage.svelte";
import RetentionPage from "./retention/RetentionPage.svelte";

export const { p, navigate, isActive, route } = createRouter({
  "/": HomePage,
  "/me": OwnPage,
  "/accounts": AccountList,
  "/accounts/new": NewAccountPage,
  "/accounts/:id": AccountPage,
  "/model": () => import("./model/ModelPage.svelte"),
  "/model/history": () => import("./model/HistoryPage.svelte"),
  "/model/matrix": () => import("./model/MatrixPage.svelte"),
  "/model/tables": () => import("./model/TablesPage.svelte"),
  "/retention": RetentionPage,
  "/tenants": () => import("./tenants/TenantsPage.svelte"),
  "/tenants/:id": () => import("./tenants/TenantPage.svelte"),
  "/join": () => import("./tenants/JoinPage.svelte"),
  "/roles": () => import("./roles/RolesPage.svelte"),
  "/services": () => import("./sharing/ServicesPage.svelte"),
  "/activity": () => import("./activity/ActivityPage.svelte"),
  "*": NotFound,
});
