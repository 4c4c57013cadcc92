"""Addresses of the lending shelf."""

from django.urls import path

from . import views

urlpatterns = [
    path("shelf", views.ShelfView.as_view(), name="shelf"),
    path("shelf/<uuid:lot>/pack", views.LotPackView.as_view(), name="shelf-pack"),
    path("shelf/<uuid:lot>/look", views.LookView.as_view(), name="shelf-look"),
    path("shelf/<uuid:lot>/mark", views.LotMarkView.as_view(), name="shelf-mark"),
    path("shelf/<uuid:lot>/previews/<int:position>", views.LotPreviewView.as_view(), name="shelf-preview"),
    path("shelf/<uuid:lot>/borrow", views.BorrowView.as_view(), name="borrow"),
    path("loans", views.LoansView.as_view(), name="loans"),
    path("loans/<uuid:roll>", views.LoanView.as_view(), name="loan"),
]
