"""Addresses of accounts."""

from django.urls import path

from .views import AccountsView, SessionView

urlpatterns = [
    path("session", SessionView.as_view(), name="session"),
    path("accounts", AccountsView.as_view(), name="accounts"),
]
