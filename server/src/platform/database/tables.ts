import {
  DataTypes,
  type Model,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize'

/** A row that Sequelize loaded: its columns and its methods. */
export type Row<T extends object> = Model<T, Partial<T>> & T
export type Table<T extends object> = ModelStatic<Row<T>>

/** Declares a table by its columns, once in a connection; the schema itself is the migrations' business. */
export function table<T extends object>(
  db: Sequelize,
  name: string,
  columns: ModelAttributes<Row<T>, T>,
): Table<T> {
  if (db.isDefined(name)) return db.model(name) as Table<T>
  return db.define<Row<T>>(name, columns as ModelAttributes<Row<T>, Row<T>['_attributes']>, {
    tableName: name,
    underscored: true,
    timestamps: false,
  })
}

export const id = { type: DataTypes.INTEGER.UNSIGNED, autoIncrement: true, primaryKey: true }
export const ref = DataTypes.INTEGER.UNSIGNED
export const time = DataTypes.DATE(3)
export const text = (length: number) => DataTypes.STRING(length)
export const long = DataTypes.TEXT('long')
export const flag = DataTypes.BOOLEAN
export const whole = DataTypes.INTEGER

/** A column that holds a value as JSON text. */
export function json(name: string) {
  return {
    type: long,
    get(this: Model): unknown {
      const stored: unknown = this.getDataValue(name as never)
      return typeof stored === 'string' ? JSON.parse(stored) : stored
    },
    set(this: Model, value: unknown): void {
      this.setDataValue(
        name as never,
        (value === null || value === undefined ? null : JSON.stringify(value)) as never,
      )
    },
  }
}
