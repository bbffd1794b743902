# frozen_string_literal: true

module MildAnvil
  module Store
    # Tells RowSeals of every row that a dataset writes, whoever wrote it and how; what is written outside of a
    # Database.write becomes one.
    module WatchedWrites
      # Of models that are deleted by their key, past every dataset.
      module Deleted
        # What every model gets.
        module InstanceMethods
          private

          def _delete_without_checking
            table = model.table_name
            return super unless RowSeals.sealed?(table)

            key = RowSeals.name(values.slice(*RowSeals.key(table)))
            Database.write { super.tap { RowSeals.touch(table, [key]) } }
          end
        end
      end

      # @param database [Sequel::Database]
      def self.for(database)
        database.extend_datasets(self)
        Sequel::Model.plugin(Deleted)
      end

      def insert(*values)
        watched { |table| super.tap { |id| inserted(table, id, values.first) } }
      end

      def insert_select(*values)
        watched { |table| super.tap { |row| told(table, [row]) if row } }
      end

      def import(columns, values, *)
        watched do |table|
          last = table && numbered?(table) ? db[table].max(:id).to_i : nil
          super.tap do
            told(table, last ? db[table].where { id > last }.select(:id).all : values.map do |row|
              columns.zip(row).to_h
            end)
          end
        end
      end

      def update(*)
        watched { |table| keys_of(table).then { |keys| super.tap { RowSeals.touch(table, keys) } } }
      end

      def delete(...)
        watched { |table| keys_of(table).then { |keys| super.tap { RowSeals.touch(table, keys) } } }
      end

      private

      # @yieldparam table [Symbol]
      def watched
        from = opts[:from]
        table = from.first if from&.one? && from.first.is_a?(Symbol)
        return yield(nil) unless table && RowSeals.sealed?(table)

        Database.write(db) { yield table }
      end

      def numbered?(table) = RowSeals.key(table) == %i[id]

      def inserted(table, id, values)
        return if table.nil?
        return RowSeals.touch(table, [id.to_s]) if numbered?(table) && id.to_i.positive?

        told(table, [values]) if values.is_a?(Hash) && (RowSeals.key(table) - values.keys).empty?
      end

      def told(table, rows)
        return if table.nil?

        keys = RowSeals.key(table)
        RowSeals.touch(table, rows.map { |row| RowSeals.name(row.slice(*keys)) })
      end

      def keys_of(table)
        return [] if table.nil?

        naked.select(*RowSeals.key(table)).all.map { |row| RowSeals.name(row) }
      end
    end
  end
end
