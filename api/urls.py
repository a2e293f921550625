"""Paths under /api/."""

from django.urls import path
from drf_spectacular.views import SpectacularAPIView

from api.ahead import views as ahead
from api.away import door
from api.away import views as away
from api.beds import views as beds
from api.bench import views as bench
from api.devices import views as devices_views
from api.feeding import views as feeding
from api.files import views as files
from api.fit import views as fit
from api.gardens import views as gardens
from api.lines import views as lines_views
from api.map import views as map_views
from api.people import views as people
from api.plants import views as plants
from api.pots import views as pots_views
from api.record import views as record
from api.round import views as round_views
from api.seasons import views as seasons
from api.signs import views as signs
from api.sky import views as sky

urlpatterns = [
    path("schema", SpectacularAPIView.as_view(), name="schema"),
    path("session", people.SessionView.as_view()),
    path("session/sign-up", people.SignUpView.as_view()),
    path("session/look-around", people.LookAroundView.as_view()),
    path("session/sign-in", people.SignInView.as_view()),
    path("session/sign-out", people.SignOutView.as_view()),
    path("session/preferences", people.PreferencesView.as_view()),
    path("session/password", people.PasswordView.as_view()),
    path("session/everywhere-out", people.EverywhereOut.as_view()),
    path("session/forgot", people.Forgot.as_view()),
    path("session/reset", people.Reset.as_view()),
    path("account/file", people.AccountFile.as_view()),
    path("account/close", people.Close.as_view()),
    path("join", people.Join.as_view()),
    path("catalogue", gardens.Catalogue.as_view()),
    path("samples", gardens.Samples.as_view()),
    path("samples/<str:key>", gardens.OneSample.as_view()),
    path("gardens", gardens.Gardens.as_view()),
    path("gardens/<int:garden_id>", gardens.OneGarden.as_view()),
    path("put-away", gardens.PutAway.as_view()),
    path("gardens/<int:garden_id>/take-up", gardens.TakeUp.as_view()),
    path("gardens/<int:garden_id>/round", round_views.Round.as_view()),
    path("gardens/<int:garden_id>/devices", devices_views.Devices.as_view()),
    path("gardens/<int:garden_id>/devices/<int:device_id>", devices_views.OneDevice.as_view()),
    path("gardens/<int:garden_id>/devices/<int:device_id>/tell", devices_views.Tell.as_view()),
    path("gardens/<int:garden_id>/lines", lines_views.Lines.as_view()),
    path("gardens/<int:garden_id>/lines/timers", lines_views.Timers.as_view()),
    path("gardens/<int:garden_id>/pots", pots_views.Pots.as_view()),
    path("gardens/<int:garden_id>/visit", gardens.Visit.as_view()),
    path("gardens/<int:garden_id>/step", gardens.Step.as_view()),
    path("gardens/<int:garden_id>/rigs", gardens.Rigs.as_view()),
    path("gardens/<int:garden_id>/rigs/<int:rig_id>", gardens.OneRig.as_view()),
    path("invitations", people.Invitations.as_view()),
    path("invitations/<int:invitation_id>", people.OneInvitation.as_view()),
    path("gardens/<int:garden_id>/members", people.Members.as_view()),
    path("gardens/<int:garden_id>/members/<int:membership_id>", people.OneMember.as_view()),
    path("gardens/<int:garden_id>/invited/<int:invitation_id>", people.OneInvited.as_view()),
    path("gardens/<int:garden_id>/leave", people.Leave.as_view()),
    path("gardens/<int:garden_id>/invite-links", people.InviteLinks.as_view()),
    path("gardens/<int:garden_id>/beds", beds.Beds.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>", beds.OneBed.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/alterations", beds.Alterations.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/sources", beds.BedSources.as_view()),
    path("gardens/<int:garden_id>/waterings", record.Waterings.as_view()),
    path("gardens/<int:garden_id>/observations", record.Observations.as_view()),
    path("gardens/<int:garden_id>/put-offs", record.PutOffs.as_view()),
    path("gardens/<int:garden_id>/events", record.Events.as_view()),
    path("gardens/<int:garden_id>/events/<uuid:event_id>/strike", record.Strike.as_view()),
    path("import/garden", files.ImportGarden.as_view()),
    path("gardens/<int:garden_id>/beds/import", files.ImportBeds.as_view()),
    path("gardens/<int:garden_id>/map/import", files.ImportMap.as_view()),
    path("gardens/<int:garden_id>/station", sky.Station.as_view()),
    path("gardens/<int:garden_id>/station/look", sky.LookAtStation.as_view()),
    path("gardens/<int:garden_id>/climate", files.ImportClimate.as_view()),
    path("gardens/<int:garden_id>/days/import", files.ImportDays.as_view()),
    *(path(f"gardens/<int:garden_id>/{file}", files.Download.as_view(), {"file": file}) for file in files.FILES),
    path("mix", bench.Mix.as_view()),
    path("gardens/<int:garden_id>/fit", fit.TryFit.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/fit", fit.BedFit.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/fit/try", fit.TryFitAgain.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/raising", plants.Raising.as_view()),
    path("gardens/<int:garden_id>/plantings/<int:planting_id>/plant-out", plants.PlantOut.as_view()),
    path("gardens/<int:garden_id>/seasons", seasons.Seasons.as_view()),
    path("gardens/<int:garden_id>/measurements", bench.Measurements.as_view()),
    path("gardens/<int:garden_id>/measurements/try", bench.TryMeasurement.as_view()),
    path("gardens/<int:garden_id>/ground", map_views.Ground.as_view()),
    path("gardens/<int:garden_id>/things", map_views.Things.as_view()),
    path("gardens/<int:garden_id>/things/<int:thing_id>", map_views.OneThing.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/copy", beds.CopyBed.as_view()),
    path("gardens/<int:garden_id>/away", away.Away.as_view()),
    path("gardens/<int:garden_id>/away/try", away.TryAway.as_view()),
    path("gardens/<int:garden_id>/visitors", away.Links.as_view()),
    path("gardens/<int:garden_id>/visitors/<int:link_id>", away.OneLink.as_view()),
    path("visit", door.Visit.as_view()),
    path("gardens/<int:garden_id>/ahead", ahead.Ahead.as_view()),
    path("gardens/<int:garden_id>/ahead/try", ahead.TryMove.as_view()),
    path("gardens/<int:garden_id>/moves", ahead.Moves.as_view()),
    path("gardens/<int:garden_id>/feed", ahead.Feed.as_view()),
    path("gardens/<int:garden_id>/own-crops", plants.OwnCrops.as_view()),
    path("gardens/<int:garden_id>/own-crops/<int:crop_id>", plants.OneOwnCrop.as_view()),
    path("gardens/<int:garden_id>/sizes", plants.Sizes.as_view()),
    path("gardens/<int:garden_id>/sky", sky.Sky.as_view()),
    path("gardens/<int:garden_id>/heat", sky.HeatSheet.as_view()),
    path("gardens/<int:garden_id>/scores", sky.Scores.as_view()),
    path("gardens/<int:garden_id>/days", sky.Days.as_view()),
    path("gardens/<int:garden_id>/gauge", sky.Gauge.as_view()),
    path("gardens/<int:garden_id>/seen", sky.Seen.as_view()),
    path("gardens/<int:garden_id>/feeding", feeding.Feeding.as_view()),
    path("gardens/<int:garden_id>/signs", signs.Signs.as_view()),
    path("gardens/<int:garden_id>/signs/<uuid:case_id>/follow", signs.Follow.as_view()),
    path("gardens/<int:garden_id>/beds/<int:bed_id>/signs/try", signs.TrySigns.as_view()),
]
