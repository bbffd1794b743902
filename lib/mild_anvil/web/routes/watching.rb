# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Products broken every morning: their course, what fell below its limit, and why.
      module Watching
        Acts = Actions::Watching

        # @return [Hash] a product as its page shows it
        def self.shown(id) = Acts::ShowWatch.new.product(id)

        def self.registered(app)
          app.operation("watch") { |_| json(Acts::ShowWatch.new.call) }
          app.operation("watchedProduct") { |given| json(Watching.shown(given.id)) }
          app.operation("watchChart") { |given| json(Acts::OtherCourses.show(given.path[:key])) }
          app.operation("addWatchedProduct") do |given|
            json(Watching.shown(Acts::Products.add(values: given.body, person_id: person_id).id), status: 201)
          end
          app.operation("changeWatchedProduct") do |given|
            Acts::Products.change(id: given.id, version: given.body[:version], values: given.body.except(:version),
                                  person_id: person_id)
            json(Watching.shown(given.id))
          end
          app.operation("retireWatchedProduct") do |given|
            Acts::Products.retire(id: given.id, person_id: person_id)
            json(Acts::ShowWatch.new.call)
          end
          breaks(app)
          suspicion(app)
        end

        def self.breaks(app)
          app.operation("keepWatchedBreak") do |given|
            Acts::KeepBreak.call(product_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Watching.shown(given.id), status: 201)
          end
          app.operation("noteWatchedChange") do |given|
            Acts::KeepBreak.changed(product_id: given.id, person_id: person_id, **given.body)
            json(Watching.shown(given.id), status: 201)
          end
          { "withdrawWatchedBreak" => "watched_break",
            "withdrawWatchedChange" => "watched_change" }.each do |operation, subject|
            app.operation(operation) do |given|
              row = Acts::KeepBreak.withdraw(subject: subject, id: given.id, person_id: person_id, **given.body)
              json(Watching.shown(row.product_id), status: 201)
            end
          end
        end
        private_class_method :breaks

        def self.suspicion(app)
          app.operation("answerSuspicion") do |given|
            Acts::Answers.give(break_id: given.id, person_id: person_id, **given.body)
            json(Watching.shown(Store::Models::WatchedBreak.fetch!(given.id).product_id), status: 201)
          end
          app.operation("holdBatches") do |given|
            row = Acts::Answers.hold(break_id: given.id, person_id: person_id, **given.body)
            json(Watching.shown(row.break.product_id), status: 201)
          end
          app.operation("releaseBatches") do |given|
            row = Acts::Answers.release(hold_id: given.id, person_id: person_id, **given.body)
            json(Watching.shown(Store::Models::WatchedHold.fetch!(row.hold_id).break.product_id), status: 201)
          end
        end
        private_class_method :suspicion
      end
    end
  end
end
