# frozen_string_literal: true

module MildAnvil
  module Actions
    # Rows that a lot's figures follow from and that are not what was written: altered behind the application's back.
    module AlteredRows
      Seals = Store::RowSeals
      OF_LOT = %i[specimens rating_terms claims requirements pulls].freeze
      OF_PULL = %i[measurements judgements pull_instruments blind_judgements].freeze
      SHARED = %i[design_factors population_shapes item_types].freeze

      module_function

      # @param lot [Store::Models::Lot]
      # @return [Array<String>] table and key of each
      def of(lot)
        database = Sequel::Model.db
        rows(lot, database).flat_map { |table, keys| altered(table, keys, database) }
      end

      def rows(lot, database)
        pulls = database[:pulls].where(lot_id: lot.id).select(:id)
        features = database[:features].where(specimen_id: database[:specimens].where(lot_id: lot.id).select(:id))
        { lots: [lot.id.to_s], features: keys(:features, features),
          **OF_LOT.to_h { |table| [table, keys(table, database[table].where(lot_id: lot.id))] },
          **OF_PULL.to_h { |table| [table, keys(table, database[table].where(pull_id: pulls))] },
          loads: keys(:loads, database[:loads].where(feature_id: features.select(:id))),
          **recorded(database, pulls),
          **SHARED.to_h { |table| [table, keys(table, database[table])] } }
      end
      private_class_method :rows

      def recorded(database, pulls)
        recordings = database[:recordings].where(pull_id: pulls)
        analyses = database[:analyses].where(recording_id: recordings.select(:id))
        findings = database[:findings].where(analysis_id: analyses.select(:id))
        { recordings: keys(:recordings, recordings), findings: keys(:findings, findings),
          channels: keys(:channels, database[:channels].where(recording_id: recordings.select(:id))),
          overrides: keys(:overrides, database[:overrides].where(finding_id: findings.select(:id))) }
      end
      private_class_method :recorded

      def keys(table, rows) = rows.select(*Seals.key(table)).map { |row| Seals.name(row) }
      private_class_method :keys

      # What this very transaction wrote is told at its end.
      def altered(table, keys, database)
        keys -= Seals.touched.fetch(table, {}).keys
        return [] if keys.empty?

        told = database[:row_seals].where(table_name: table.to_s, row_key: keys).select_hash(:row_key, :sha256)
        Seals.digests(table, keys, database).filter_map do |key, sha256|
          "#{table.to_s.tr('_', ' ')} #{key}" if told[key] != sha256
        end
      end
      private_class_method :altered
    end
  end
end
