"""Paths under /api/."""

from django.urls import path
from drf_spectacular.views import SpectacularAPIView

from api import accounts, views, views_ahead, views_exchange, views_ground, views_plants

urlpatterns = [
    path("schema", SpectacularAPIView.as_view(), name="schema"),
    path("session", accounts.SessionView.as_view()),
    path("session/sign-up", accounts.SignUpView.as_view()),
    path("session/sign-in", accounts.SignInView.as_view()),
    path("session/sign-out", accounts.SignOutView.as_view()),
    path("session/preferences", accounts.PreferencesView.as_view()),
    path("catalogue", views.Catalogue.as_view()),
    path("samples", views.Samples.as_view()),
    path("samples/<str:key>", views.OneSample.as_view()),
    path("gardens", views.Gardens.as_view()),
    path("gardens/<int:garden_id>", views.OneGarden.as_view()),
    path("put-away", views.PutAway.as_view()),
    path("gardens/<int:garden_id>/take-up", views.TakeUp.as_view()),
    path("gardens/<int:garden_id>/round", views.Round.as_view()),
    path("gardens/<int:garden_id>/visit", views.Visit.as_view()),
    path("gardens/<int:garden_id>/step", views.Step.as_view()),
    path("gardens/<int:garden_id>/rigs", views.Rigs.as_view()),
    path("gardens/<int:garden_id>/rigs/<int:rig_id>", views.OneRig.as_view()),
    path("gardens/<int:garden_id>/members", views.Members.as_view()),
    path("gardens/<int:garden_id>/members/<int:membership_id>", views.OneMember.as_view()),
    path("gardens/<int:garden_id>/beds", views.Beds.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>", views.OneBed.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/sources", views.BedSources.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/restore", views.RestoreBed.as_view()),
    path("gardens/<int:garden_id>/waterings", views.Waterings.as_view()),
    path("gardens/<int:garden_id>/checks", views.Checks.as_view()),
    path("gardens/<int:garden_id>/put-offs", views.PutOffs.as_view()),
    path("gardens/<int:garden_id>/events/<str:kind>/<uuid:event_id>/strike", views.Strike.as_view()),
    path("import/garden", views_exchange.ImportGarden.as_view()),
    path("gardens/<int:garden_id>/climate", views_exchange.ImportClimate.as_view()),
    path("gardens/<int:garden_id>/days/import", views_exchange.ImportDays.as_view()),
    *(
        path(f"gardens/<int:garden_id>/{file}", views_exchange.Download.as_view(), {"file": file})
        for file in views_exchange.FILES
    ),
    path("gardens/<int:garden_id>/ground", views_ground.Ground.as_view()),
    path("gardens/<int:garden_id>/things", views_ground.Things.as_view()),
    path("gardens/<int:garden_id>/things/<int:thing_id>", views_ground.OneThing.as_view()),
    path("gardens/<int:garden_id>/things/<int:thing_id>/restore", views_ground.RestoreThing.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/copy", views_ground.CopyBed.as_view()),
    path("gardens/<int:garden_id>/ahead", views_ahead.Ahead.as_view()),
    path("gardens/<int:garden_id>/ahead/try", views_ahead.TryMove.as_view()),
    path("gardens/<int:garden_id>/moves", views_ahead.Moves.as_view()),
    path("gardens/<int:garden_id>/feed", views_ahead.Feed.as_view()),
    path("gardens/<int:garden_id>/own-crops", views_plants.OwnCrops.as_view()),
    path("gardens/<int:garden_id>/own-crops/<int:crop_id>", views_plants.OneOwnCrop.as_view()),
    path("gardens/<int:garden_id>/own-crops/<int:crop_id>/restore", views_plants.RestoreOwnCrop.as_view()),
    path("gardens/<int:garden_id>/sizes", views_plants.Sizes.as_view()),
    path("gardens/<int:garden_id>/sky", views.Sky.as_view()),
    path("gardens/<int:garden_id>/days", views.Days.as_view()),
    path("gardens/<int:garden_id>/gauge", views.Gauge.as_view()),
    path("gardens/<int:garden_id>/gauge/<uuid:reading_id>/strike", views.StrikeGauge.as_view()),
]
