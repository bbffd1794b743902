# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # What a long test waits for: its next reading, the next step of its programme, a logger that fell silent.
      class Due
        SILENT_SECONDS = 3600
        SECONDS = 3600.0
        LATE_SHARE = 0.4 # of the step: after that it is overdue, and the next place is nearer

        # @param test [Store::Models::LongTest]; @param setup [Core::LongTest::Setup]
        # @param hours [Float] since it began, now
        def initialize(test, setup, hours, now: Time.now)
          @hours = hours
          @test = test
          @setup = setup
          @now = now
          @kind = setup.kind
        end

        # @return [Hash] place: hours or count of the next reading; at: Time where it is one; late: whether it is
        #   overdue; silent_since: Time of a logger that says nothing; step: of the programme
        def call
          return {} unless @test.running? && open.any?

          { **reading, **silence, step: step }.compact
        end

        private

        def open = @setup.stations.reject(&:ended)

        # The station that waits longest.
        def reading
          return {} if @setup.schedule.nil? || !@test.address.empty?

          found = open.filter_map do |station|
            [station, @setup.schedule.next_after(places(station))]
          end.reject { |_, p| p.nil? }
          station, place = found.min_by(&:last)
          return {} if place.nil?
          return { place: place, station: station.name, counts: true, late: false } if @kind.along == :count

          at = @test.started_at + (place * SECONDS)
          { place: place, at: at, station: station.name, late: overdue?(place, at) }
        end

        def overdue?(place, at)
          places = @setup.schedule.places
          before = places[places.index(place) - 1] if places.index(place).positive?
          @now > at + (LATE_SHARE * (place - (before || 0.0)) * SECONDS)
        end

        def places(station)
          @kind.along == :count ? station.readings.filter_map(&:count) : station.readings.map(&:hours)
        end

        def silence
          return {} if @test.address.empty?

          last = Store::Models::LongReading.where(station_id: @setup.stations.map(&:id),
                                                  source: "logged").max(:created_at)
          since = last || @test.started_at
          @now - since > SILENT_SECONDS ? { silent_since: since } : {}
        end

        def step
          at = @kind.along == :count ? open.flat_map { |s| places(s) }.max || 0 : @hours
          @test.told(:programme).find { |row| row[:at] > at }
        end
      end
    end
  end
end
